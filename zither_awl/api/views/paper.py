"""Paper: what can be printed, its pages as pictures, the PDF itself, and the label printer."""

from __future__ import annotations

from flask import Blueprint, Response

from zither_awl.api.context import desk, door, printer
from zither_awl.api.schemas.paper import ChoiceOut, JobOut, OrderQuery, PageQuery, PaperChoicesOut, PreviewOut, PrintIn
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import said_of
from zither_awl.formats.paper import page_png
from zither_awl.formats.paper.preview import pages_of
from zither_awl.formats.paper.sheet import PAPERS
from zither_awl.services import paper
from zither_awl.services.paper import Document, Order

bp = Blueprint("paper", __name__, url_prefix="/api")


def _order(query: OrderQuery) -> Order:
    ids = tuple(int(each) for each in query.ids.split(",") if each)
    return Order(query.kind, query.paper, ids, query.key, query.languages, query.group)


def _document(order: Order) -> Document:
    known = door().addresses
    return paper.document(desk(), order, known[0] if known else "")


@bp.get("/paper/choices")
@api.validate(resp=answers(HTTP_200=PaperChoicesOut), tags=["paper"])
def get_choices() -> PaperChoicesOut:
    """What can be printed."""
    found = paper.choices(desk())
    house = desk().house().household
    return PaperChoicesOut(
        paper=house.paper if house else "A4",
        **{part: [ChoiceOut(id=str(c.id), name=c.name, detail=c.detail) for c in each] for part, each in found.items()},
    )


@bp.get("/paper/preview")
@api.validate(query=OrderQuery, resp=answers(HTTP_200=PreviewOut), tags=["paper"])
def get_preview(query: OrderQuery) -> PreviewOut:
    """How many pages there will be, what is written on them, and what to know before they are printed."""
    made = _document(_order(query))
    wide, high = PAPERS[query.paper]
    lies = query.kind in ("tray-cards", "routine-strip")
    return PreviewOut(
        name=made.name,
        pages=list(pages_of(made.pdf)),
        notes=list(made.notes),
        width_mm=high if lies else wide,
        height_mm=wide if lies else high,
    )


@bp.get("/paper/page.png")
@api.validate(query=PageQuery, tags=["paper"])
def get_page(query: PageQuery) -> Response:
    """One page of the PDF as a picture."""
    try:
        picture = page_png(_document(_order(query)).pdf, query.page)
    except IndexError as problem:
        raise NotFound(said_of(problem)) from None
    return _file(picture, "image/png")


@bp.get("/paper/file.pdf")
@api.validate(query=OrderQuery, tags=["paper"])
def get_pdf(query: OrderQuery) -> Response:
    """The PDF, to be printed."""
    made = _document(_order(query))
    return _file(made.pdf, "application/pdf", made.name)


def _file(data: bytes, kind: str, name: str = "") -> Response:
    headers = {"Cache-Control": "no-store", **({"Content-Disposition": f'inline; filename="{name}"'} if name else {})}
    return Response(data, content_type=kind, headers=headers)


@bp.post("/paper/print")
@api.validate(resp=answers(HTTP_200=JobOut), tags=["paper"])
def print_it(json: PrintIn) -> JobOut:
    """Send labels to the label printer, each in its roll's size."""
    made = _document(Order("bin-labels", "label", tuple(json.ids)))
    job = printer().print(made.name, made.pdf)
    return JobOut(number=job.number, name=job.name, size=job.size)
