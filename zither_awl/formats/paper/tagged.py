"""Pages that are read as well as seen: a tree of headings, paragraphs, lists and figures, a language, bookmarks.

The PDF library draws but does not tag, so the marks and the tree of ISO 32000-1, 14.7 and 14.8, are written here: every
text belongs to an element, every photograph has a description, lines that only divide are marked as nothing.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any, Literal

from zither_awl.formats.paper.sheet import Paper, Sheets
from zither_awl.languages import language_read, told

Role = Literal["H1", "H2", "P", "Figure", "LI"]


@dataclass(slots=True)
class _Element:
    role: Role
    alt: str
    marks: list[tuple[int, int]] = field(default_factory=list)
    """The page and the number of each mark on it."""


class TaggedSheets(Sheets):
    """Sheets whose content is tagged."""

    def __init__(self, title: str, paper: Paper) -> None:
        super().__init__(title, paper)
        self._language = language_read()
        self._elements: list[_Element] = []
        self._page, self._marks_here = 0, 0

    @contextmanager
    def element(self, role: Role, alt: str = "") -> Iterator[None]:
        """What is drawn in the block is one element; it may run over pages."""
        self._elements.append(_Element(role, told(alt)))
        self._open()
        try:
            yield
        finally:
            self._close()

    @contextmanager
    def nothing(self) -> Iterator[None]:
        """What is drawn in the block is only for the eye."""
        self._canvas._code.append("/Artifact BMC")
        try:
            yield
        finally:
            self._canvas._code.append("EMC")

    def _open(self) -> None:
        element = self._elements[-1]
        element.marks.append((self._page, self._marks_here))
        role = "LBody" if element.role == "LI" else element.role
        self._canvas._code.append(f"/{role} <</MCID {self._marks_here}>> BDC")
        self._marks_here += 1

    def _close(self) -> None:
        self._canvas._code.append("EMC")

    def turn(self) -> None:
        """End this page in the midst of an element, and go on with it on the next."""
        self._close()
        self.new_page()
        self._open()

    def new_page(self) -> None:
        """End this page."""
        super().new_page()
        self._page += 1
        self._marks_here = 0

    def bookmark(self, title: str, y: float) -> None:
        """A bookmark to a height of this page."""
        key = f"b{len(self._elements)}-{self._page}"
        self._canvas.bookmarkPage(key, fit="XYZ", top=(self.height - y) * 72 / 25.4)
        self._canvas.addOutlineEntry(told(title), key, level=0)

    def pdf(self) -> bytes:
        """The document; nothing can be drawn afterwards."""
        self._canvas.showPage()
        self._tag()
        return super().pdf()

    def _tag(self) -> None:
        from reportlab.pdfbase.pdfdoc import PDFDictionary, PDFName, PDFString

        document = self._canvas._doc
        catalog = document.Catalog
        catalog.StructTreeRoot, catalog.Lang = _Tree(document, self._elements).root(), PDFString(self._language)
        catalog.MarkInfo = PDFDictionary({"Marked": "true"})
        catalog.ViewerPreferences = PDFDictionary({"DisplayDocTitle": "true"})
        catalog.PageMode = PDFName("UseOutlines")


class _Tree:
    """The tree of a document's elements, written into it."""

    def __init__(self, document: Any, elements: list[_Element]) -> None:
        self._document, self._elements = document, elements
        self._pages = [document.Reference(page) for page in document.Pages.pages]
        self._parents: list[list[Any]] = [[] for _ in self._pages]

    def root(self) -> Any:
        """The root of the tree, with its way back from each page's marks."""
        from reportlab.pdfbase.pdfdoc import PDFArray

        root, whole = self._new("StructTreeRoot"), self._new("StructElem", "Document")
        root_at, whole_at = self._document.Reference(root), self._document.Reference(whole)
        whole["P"], whole["K"] = root_at, PDFArray(self._kids(whole_at))
        root["K"] = PDFArray([whole_at])
        root["ParentTree"], root["ParentTreeNextKey"] = self._way_back(), len(self._pages)
        return root_at

    def _new(self, kind: str, role: str = "") -> Any:
        from reportlab.pdfbase.pdfdoc import PDFDictionary, PDFName

        return PDFDictionary({"Type": PDFName(kind), **({"S": PDFName(role)} if role else {})})

    def _kids(self, whole_at: Any) -> list[Any]:
        """Every element below the whole; items that follow one another are of one list."""
        from reportlab.pdfbase.pdfdoc import PDFArray

        kids: list[Any] = []
        items: list[Any] | None = None
        list_at: Any = None
        for each in self._elements:
            if each.role != "LI":
                items = None
                kids.append(self._element(each, each.role, whole_at))
                continue
            if items is None:
                items = []
                listing = self._new("StructElem", "L")
                listing["P"], listing["K"] = whole_at, PDFArray(items)
                listing["K"].sequence = items
                list_at = self._document.Reference(listing)
                kids.append(list_at)
            item = self._new("StructElem", "LI")
            item_at = self._document.Reference(item)
            item["P"], item["K"] = list_at, PDFArray([self._element(each, "LBody", item_at)])
            items.append(item_at)
        return kids

    def _element(self, each: _Element, role: str, parent: Any) -> Any:
        from reportlab.pdfbase.pdfdoc import PDFArray, PDFDictionary, PDFName, PDFString

        made = self._new("StructElem", role)
        at = self._document.Reference(made)
        made["P"], made["K"] = (
            parent,
            PDFArray(
                [
                    PDFDictionary({"Type": PDFName("MCR"), "Pg": self._pages[page], "MCID": mark})
                    for page, mark in each.marks
                ]
            ),
        )
        if each.alt:
            made["Alt"] = PDFString(each.alt)
        for page, _ in each.marks:
            self._parents[page].append(at)
        return at

    def _way_back(self) -> Any:
        from reportlab.pdfbase.pdfdoc import PDFArray, PDFDictionary, PDFName

        numbers: list[Any] = []
        for at, page in enumerate(self._document.Pages.pages):
            page.__NoDefault__ = [*page.__NoDefault__, "StructParents", "Tabs"]
            page.StructParents, page.Tabs = at, PDFName("S")
            numbers += [at, self._document.Reference(PDFArray(self._parents[at]))]
        return self._document.Reference(PDFDictionary({"Nums": PDFArray(numbers)}))
