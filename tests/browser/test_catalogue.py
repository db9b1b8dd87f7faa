"""The catalogue, paper and the stand-ins, in the real interface: by keyboard alone, and with what goes wrong."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person

CARD = "article[aria-label='Folding a cloth']"
CHANGE = "form[aria-label='Change Folding a cloth']"


def test_by_keyboard_alone_a_card_is_found_left_out_and_taken_back(at_demo: Person) -> None:
    at_demo.go("/make/catalogue")
    at_demo.find("button", "Folding a cloth")
    at_demo.tab_to("Find")
    at_demo.press(*"folding a cloth")
    at_demo.wait_to_see("3 cards")
    at_demo.tab_to("Folding a cloth")
    at_demo.press(Keys.ENTER)
    at_demo.find("heading", "Folding a cloth", CARD)
    at_demo.tab_to("Leave it out")
    at_demo.press(Keys.ENTER)
    at_demo.find("button", "Take it", CARD)
    at_demo.tab_to("Undo")
    at_demo.press(Keys.ENTER)
    at_demo.find("button", "Leave it out", CARD)
    at_demo.tab_to("Copy")
    at_demo.press(Keys.ENTER)
    at_demo.find("heading", "A copy of Folding a cloth")
    at_demo.tab_to("Save the card")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("A card of your own.")
    assert at_demo.violations() == []


def test_a_card_is_changed_a_mistake_is_told_and_what_was_written_stays(at_demo: Person) -> None:
    at_demo.go("/make/catalogue?card=fold&edit=1")
    at_demo.type("What an adult does each day before work", "Iron the squares.", CHANGE)
    at_demo.type("To", "20", CHANGE)
    at_demo.tap("button", "Save the card", CHANGE)
    at_demo.wait_to_see("expected 0 to 96, rising")
    kept = at_demo.find("field", "What an adult does each day before work", CHANGE)
    assert kept.get_attribute("value") == "Iron the squares."
    assert at_demo.violations() == []
    at_demo.type("To", "50", CHANGE)
    at_demo.tap("button", "Save the card", CHANGE)
    at_demo.wait_to_see("You changed its months, morning; that stays through updates.")
    at_demo.tap("button", "As it ships again")
    at_demo.wait_until_gone("You changed its")
    at_demo.wait_until_gone("Iron the squares.")


def test_a_house_picks_and_filters_what_it_can_make(at_demo: Person) -> None:
    at_demo.go("/make/catalogue")
    at_demo.tap("choice", "Only what we pick")
    at_demo.tap("button", "Leave out all of music")
    at_demo.wait_to_see("Music 0 of 14")
    at_demo.choose("Area", "music")
    at_demo.wait_to_see("No card is like that. Take a filter away.")
    at_demo.choose("Which", "left out")
    at_demo.find("button", "Drum and answer")
    at_demo.choose("Area", "every area")
    at_demo.choose("Near the age of", "Tove")
    at_demo.choose("Which", "those I can make now")
    at_demo.wait_until_gone("Drum and answer")
    shown = "section[aria-label='Cards'] li button"
    at_demo.until(lambda: at_demo.driver.find_elements(By.CSS_SELECTOR, shown), "cards that can be made")


def test_paper_is_seen_before_it_is_printed_and_a_job_lies_in_house(at_demo: Person) -> None:
    at_demo.go("/cupboard?part=bins")
    at_demo.tap("link", "Labels on paper")
    at_demo.wait_to_see("1 page, A4")
    at_demo.wait_to_see("The labels carry no code to scan")
    loaded = "const i = document.querySelector('img[alt^=\"Page 1\"]'); return i && i.complete && i.naturalWidth > 400"
    at_demo.until(lambda: at_demo.driver.execute_script(loaded), "the picture of the page")
    at_demo.tap("button", "What is written on page 1")
    at_demo.wait_to_see("top of the hall cupboard")
    assert at_demo.violations() == []
    at_demo.tap("choice", "Letter")
    at_demo.wait_to_see("1 page, Letter")
    at_demo.tap("button", "Send to the label printer")
    at_demo.wait_to_see("its jobs are kept as PDF, under House")
    at_demo.go("/house")
    at_demo.find("link", "Job")
    at_demo.wait_to_see("Job 1: bin-labels")
    at_demo.tap("tick", "It has no paper")
    at_demo.until(lambda: at_demo.ticked("It has no paper"), "the printer without paper")
    at_demo.go("/paper?kind=bin-labels&ids=1")
    at_demo.tap("button", "Send to the label printer")
    at_demo.wait_to_see("The label printer has no paper. Put some in, and print again.")
    assert at_demo.asked_elsewhere() == []


def test_words_of_a_card_become_cards_in_one_language_or_two(at_demo: Person) -> None:
    at_demo.go("/make/catalogue?card=float-sink")
    at_demo.tap("link", "Word cards")
    at_demo.wait_to_see("3 of 3 words have no photograph yet")
    at_demo.tap("button", "What is written on page 1")
    at_demo.wait_to_see("se hunde")
    at_demo.tap("choice", "First")
    at_demo.wait_until_gone("se hunde")


def test_a_thing_is_weighed_on_the_bench_through_silence_and_overload(at_demo: Person) -> None:
    def steer(load: str, *, silent: bool = False, most: str = "5000") -> None:
        at_demo.go("/house")
        at_demo.type("What lies on it", load, "form[aria-label='Kitchen scale']")
        at_demo.type("It bears", most, "form[aria-label='Kitchen scale']")
        if at_demo.ticked("It is silent") != silent:
            at_demo.tap("tick", "It is silent")
        at_demo.tap("button", "Set the scale")
        at_demo.until(lambda: at_demo.find("field", "What lies on it").get_attribute("value") == load, "it is set")

    def lay_on_the_bench() -> None:
        at_demo.go("/make?card=fold")
        at_demo.tap("button", "Weigh it: tea towels")

    steer("0", silent=True)
    lay_on_the_bench()
    at_demo.wait_to_see("is it switched on?")
    steer("900", most="500")
    lay_on_the_bench()
    at_demo.wait_to_see("There is too much on the scale.")
    steer("92", most="500")
    lay_on_the_bench()
    at_demo.type("How many lie on it", "2")
    at_demo.wait_to_see("It is steady.")
    assert at_demo.violations() == []
    at_demo.tap("button", "Enter 9")
    at_demo.until(lambda: not at_demo.driver.find_elements(By.CSS_SELECTOR, "[role=dialog]"), "the dialog to close")
    at_demo.go("/cupboard")
    at_demo.tap("button", "tea towels")
    weight = float(str(at_demo.find("field", "Mass of one").get_attribute("value")))
    assert abs(weight - 46) <= 1
