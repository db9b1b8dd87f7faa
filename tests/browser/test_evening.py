"""The first evening in the real interface: from an empty folder to a first shelf, by thumb and by keys alone."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.browser.pages.welcome import WelcomePage
from tests.builders import born_months_ago

MOST_TAPS, MOST_KEYS, MOST_MINUTES = 110, 60, 8.0
KITCHEN = (
    "small jugs",
    "small bowls",
    "mixing bowls",
    "washing-up bowl",
    "jam jars",
    "spice jars",
    "biscuit tin",
    "muffin tin",
    "wooden trays",
    "baking tray",
    "bread basket",
    "tablespoons",
    "teaspoons",
    "kitchen tongs",
    "sieve",
    "whisk",
    "clothes pegs",
    "napkins",
    "sponges",
    "tea towels",
)
TOYS = (
    "wooden blocks",
    "balls",
    "wooden animals",
    "wooden puzzle",
    "knobbed puzzle",
    "shape sorter",
    "nesting cups",
    "picture books",
    "picture cards",
    "drum",
)
PHONE = (390, 844)
"""By thumb; on a desk the evening is gone through by keys."""


def answer_all(person: Person, name: str) -> int:
    """Answer the questions about a child with twelve taps at most; how many there were."""
    asked = 0
    person.wait_to_see(f"Does {name} do this alone?")
    while True:
        person.until(lambda: person.sees(f"Does {name} do this alone?") or person.sees("That is enough"), "a question")
        if person.sees("That is enough"):
            return asked
        before = person.driver.find_element(By.CSS_SELECTOR, "p.text-xl").text
        person.tap("choice", "Yes" if asked % 3 else "Not yet")
        asked += 1
        person.until(lambda b=before: b not in person.driver.find_element(By.TAG_NAME, "main").text, "the next one")  # type: ignore[misc]


def test_the_first_evening_by_thumb(at_empty: Person) -> None:
    person = at_empty
    resize(person.driver, *PHONE)
    person.go("/")
    person.find("heading", "Who is looking?")
    assert person.violations() == []
    page = WelcomePage(person)
    page.begin("Signe")
    page.child("Otto", born_months_ago(28))
    person.tap("button", "Another child")
    page.child("Wilma", born_months_ago(51))
    person.tap("button", "Go on")
    asked = []
    for name, go in (("Otto", "The next child"), ("Wilma", "Go on")):
        asked.append(answer_all(person, name))
        assert person.violations() == []
        person.tap("button", go)
    assert max(asked) <= 12
    person.find("heading", "Where can things stand?")
    page.place("Low shelf", "wide, three boards")
    page.place("Windowsill", "low")
    assert person.violations() == []
    person.tap("button", "Go on")
    person.find("heading", "What is there?")
    page.tick(KITCHEN)
    page.tick(TOYS, "Toy box")
    assert person.violations() == []
    person.tap("button", "Add 30 things")
    person.wait_to_see("to begin with, from what you have")
    assert person.violations() == []
    assert page.firsts >= 5
    wide = person.driver.execute_script("return document.documentElement.scrollWidth")
    assert wide <= PHONE[0], "nothing hangs out at the side"
    person.tap("button", "Take this shelf")
    person.wait_to_see("The shelf is taken")
    person.tap("link", "Print the list")
    person.find("heading", "Paper")
    person.find("link", "Open the PDF")
    print(f"{person.taps} taps, {person.keystrokes} keys, {person.estimate_min():.1f} min by keystroke-level estimate")
    assert person.taps <= MOST_TAPS
    assert person.keystrokes <= MOST_KEYS
    assert person.estimate_min() <= MOST_MINUTES
    person.go("/today")
    assert not person.sees("The first evening is not through"), "the evening is through"
    assert person.complaints() == []
    assert person.asked_elsewhere() == []


def test_the_evening_by_keys_alone_put_off_and_taken_up_again(at_empty: Person) -> None:
    person = at_empty
    person.go("/")
    person.tab_to("Your name")
    person.press(*"Bo", Keys.ENTER)
    person.find("heading", "Who lives here?")
    person.tab_to("Name")
    person.press(*"Ane")
    person.tab_to("Born")
    day = born_months_ago(30)
    person.press(*f"{day:%m%d%Y}")
    person.tab_to("Add the child")
    person.press(Keys.ENTER)
    person.find("button", "Another child")
    person.tab_to("Go on")
    person.press(Keys.ENTER)
    person.find("heading", "What do they know already?")
    person.tab_to("Skip this step")
    person.press(Keys.ENTER)
    person.find("heading", "Where can things stand?")
    person.tab_to("Low shelf")
    person.press(Keys.ENTER)
    person.tab_to("small, two boards")
    person.press(Keys.ENTER)
    person.find("button", "The main one")
    person.go("/today")
    person.wait_to_see("The first evening is not through")
    person.tab_to("Go on with it")
    person.press(Keys.ENTER)
    person.find("heading", "What is there?")
    for thing in (
        "small bowls",
        "biscuit tin",
        "wooden trays",
        "baking tray",
        "bread basket",
        "tablespoons",
        "napkins",
    ):
        person.tab_to(thing)
        person.press(Keys.SPACE)
    person.tab_to("Add 7 things")
    person.press(Keys.ENTER)
    person.wait_to_see("to begin with, from what you have")
    page = WelcomePage(person)
    before = page.firsts
    person.tab_to("Leave out ")
    person.press(Keys.ENTER)
    person.until(lambda: page.firsts == before - 1, "one tray less")
    person.tab_to("Take this shelf")
    person.press(Keys.ENTER)
    person.wait_to_see("The shelf is taken")


def test_a_demo_house_is_looked_at_from_the_first_screen_and_left(at_empty: Person) -> None:
    person = at_empty
    person.go("/")
    person.tap("button", "Look at a demo house first")
    person.find("heading", "Today")
    person.wait_to_see("This is the demo house")
    person.tap("button", "Leave it for your own house")
    person.find("heading", "Who is looking?")


def test_answers_of_yesterday_that_nobody_asks_for_any_more_are_no_dead_end(at_empty: Person) -> None:
    person, page = at_empty, WelcomePage(at_empty)
    person.go("/")
    page.begin("Signe")
    page.child("Otto", born_months_ago(28))
    kept = '[{"key": "no-such-card", "level": 1, "answer": "yes"}]'
    person.driver.execute_script("localStorage.setItem('zither-awl:half-done:asking:1', arguments[0])", kept)
    person.tap("button", "Go on")
    person.wait_to_see("which is not asked of")
    person.tap("button", "Begin the questions again")
    person.wait_to_see("Does Otto do this alone?")
