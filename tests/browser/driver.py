"""A headless Chromium that asks nobody anything, and the few ways a person has with a page."""

from __future__ import annotations

import json
import shutil
import subprocess
import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from selenium import webdriver
from selenium.common.exceptions import (
    ElementClickInterceptedException,
    NoSuchElementException,
    StaleElementReferenceException,
)
from selenium.webdriver.chrome.options import Options
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

WEB = Path(__file__).parents[2] / "web"
AXE = WEB / "node_modules/axe-core/axe.min.js"
# Long only where the machine is slow: a wait ends as soon as what it waits for is so.
PATIENCE_S = 45
FLAGS = (
    "--headless=new",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-default-apps",
    "--disable-extensions",
    "--metrics-recording-only",
    "--mute-audio",
    "--hide-scrollbars",
    "--lang=en-GB",
    "--force-prefers-reduced-motion",
    "--force-color-profile=srgb",
    "--proxy-server=direct://",
    "--proxy-bypass-list=*",
    "--disable-features=Translate,MediaRouter,OptimizationHints,AutofillServerCommunication",
)


@contextmanager
def chromium(width: int = 1280, height: int = 800) -> Iterator[webdriver.Chrome]:
    """A browser of a true viewport with a new profile, gone afterwards with everything it kept."""
    profile = tempfile.mkdtemp(prefix="chromium-")
    driver = open_chromium(profile, width, height)
    try:
        yield driver
    finally:
        driver.quit()
        shutil.rmtree(profile, ignore_errors=True)


def open_chromium(profile: str, width: int = 1280, height: int = 800, *more: str) -> webdriver.Chrome:
    """A browser on a profile that is there or not, with further flags."""
    options = Options()
    options.binary_location = "/usr/bin/chromium"
    for flag in (*FLAGS, f"--window-size={width},{height}", f"--user-data-dir={profile}", *more):
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL", "performance": "ALL"})
    # What leaves is asked after; what the page does besides is not written down, which takes longer than some tests.
    options.add_experimental_option("perfLoggingPrefs", {"enableNetwork": True, "enablePage": False})
    # An explicit path: Selenium's own manager would look for a driver elsewhere.
    driver = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver"))
    resize(driver, width, height)
    return driver


def resize(driver: webdriver.Chrome, width: int, height: int) -> None:
    """Give the page a viewport of just this size."""
    size = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
    driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)


def built(entry: str, name: str, folder: Path) -> str:
    """A pure TypeScript file of the front end as a script that leaves its functions under a global name."""
    config = folder / "vite.config.mjs"
    alias = {"@": str(WEB / "src")}
    lib = {"entry": str(WEB / entry), "name": name, "formats": ["iife"]}
    config.write_text(
        f"export default {{ configFile: false, publicDir: false, resolve: {{ alias: {json.dumps(alias)} }}, "
        f"build: {{ outDir: {json.dumps(str(folder))}, "
        f"lib: {{ ...{json.dumps(lib)}, fileName: () => 'built.js' }} }} }}"
    )
    command = ["npx", "vite", "build", "--config", str(config), "--logLevel", "error"]
    subprocess.run(command, cwd=WEB, check=True, capture_output=True)
    return (folder / "built.js").read_text()


class Person:
    """Someone at a page: finds things by role and name, taps, types, and waits until something is so."""

    def __init__(self, driver: webdriver.Chrome, address: str, start: str = "") -> None:
        self._driver, self.address = driver, address
        self.taps = self.keystrokes = 0
        self._start = start

    @property
    def driver(self) -> webdriver.Chrome:
        """The browser; at its first use it opens where the person begins, unless it went somewhere itself: most do,
        and a page is a second."""
        if self._start:
            self.go(self._start)
        return self._driver

    def go(self, path: str) -> None:
        """Open an address, and wait for its title."""
        self._start = ""
        self.driver.get(self.address + path)
        self.until(lambda: self.driver.find_elements(By.TAG_NAME, "h1"), f"a title on {path}")

    def until(self, true: Callable[[], Any], what: str) -> Any:
        """Wait until something is so; what the page redraws meanwhile is asked again."""
        ignored = (StaleElementReferenceException, NoSuchElementException, ElementClickInterceptedException)
        wait = WebDriverWait(self.driver, PATIENCE_S, poll_frequency=0.05, ignored_exceptions=ignored)
        return wait.until(lambda _: true(), f"waited for {what}")

    def find(self, role: str, name: str, within: str = "") -> WebElement:
        """The first visible thing of a role whose accessible name begins with `name`."""
        return self.until(lambda: self._find(role, name, within), f"{role} {name!r}")  # type: ignore[no-any-return]

    def _find(self, role: str, name: str, within: str = "") -> WebElement | None:
        return self.driver.execute_script(_FIND, _SELECTORS[role], name, within)  # type: ignore[no-any-return]

    def sees(self, text: str) -> bool:
        """Whether a text is on the page."""
        return text in self.driver.find_element(By.TAG_NAME, "body").text

    def wait_to_see(self, text: str) -> None:
        """Wait until a text is on the page."""
        self.until(lambda: self.sees(text), f"the text {text!r}")

    def wait_until_gone(self, text: str) -> None:
        """Wait until a text is no longer on the page."""
        self.until(lambda: not self.sees(text), f"{text!r} to be gone")

    def tap(self, role: str, name: str, within: str = "") -> None:
        """One tap."""
        self.taps += 1

        def tapped() -> bool:
            element = self.find(role, name, within)
            if not element.is_enabled():
                return False
            self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", element)
            element.click()
            return True

        self.until(tapped, f"a tap on {role} {name!r}")

    def type(self, name: str, text: str, within: str = "") -> None:
        """A tap into a field, and its text instead of what was there."""
        field = self.find("field", name, within)
        self.taps += 1
        self.keystrokes += len(text)
        if field.get_attribute("type") in ("date", "datetime-local"):
            # A date field takes its parts by the locale of the browser: set its value as the field itself would.
            self.driver.execute_script(_SET_VALUE, field, text)
            return
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text or Keys.DELETE)

    def choose(self, name: str, option: str, within: str = "") -> None:
        """Choose in a select: two taps."""
        self.tap("select", name, within)
        self.tap("option", option)
        self.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[role=listbox]"), "the choices to close")

    def choices(self, name: str, within: str = "") -> list[str]:
        """What can be chosen in a select; it is left as it was."""
        self.tap("select", name, within)
        self.find("option", "")
        texts = "return [...document.querySelectorAll('[role=option]')].map((each) => each.textContent)"
        found: list[str] = self.driver.execute_script(texts)
        self.press(Keys.ESCAPE)
        self.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[role=listbox]"), "the choices to close")
        return found

    def ticked(self, name: str, within: str = "") -> bool:
        """Whether something is ticked, or switched on."""
        return self.find("tick", name, within).get_attribute("aria-checked") == "true"

    def give_file(self, name: str, path: Path) -> None:
        """Choose a file: two taps."""
        self.taps += 2
        # The field itself is hidden behind its label, which people tap.
        css = f"input[type=file][aria-label^='{name}']"
        field = self.until(lambda: self.driver.find_element(By.CSS_SELECTOR, css), f"the file field {name!r}")
        field.send_keys(str(path))

    def press(self, *keys: str) -> None:
        """Keys, to whatever has the focus. What the page put off to its next turn comes first, as it does for hands:
        what is picked up by key listens for the arrows a turn after it says so."""
        self.keystrokes += len(keys)
        if keys != (Keys.TAB,):
            self.driver.execute_async_script("setTimeout(arguments[0])")
        actions = ActionChains(self.driver)
        for key in keys:
            actions.send_keys(key)
        actions.perform()

    def focused(self) -> str:
        """The name of what has the focus."""
        return str(self.driver.execute_script(_NAME_OF + "return nameOf(document.activeElement)"))

    def comes_to(self, name: str) -> None:
        """Wait until something of a name has the focus."""
        self.until(lambda: self.focused().startswith(name), f"the focus on {name!r}")

    def tab_to(self, name: str, *, most: int = 120) -> None:
        """Tab until something of a name has the focus."""
        for _ in range(most):
            self.press(Keys.TAB)
            if self.focused().startswith(name):
                return
        raise AssertionError(f"no way to {name!r} by tab; the focus is on {self.focused()!r}")

    def violations(self) -> list[str]:
        """What axe-core finds on the page as it stands."""
        self.driver.execute_script(AXE.read_text())
        # What passes is not written out node by node: that takes longer than looking.
        run = "axe.run(document, {resultTypes: ['violations']}).then((r) => arguments[0](r.violations))"
        found = self.driver.execute_async_script(run)
        return [f"{v['id']}: {v['nodes'][0]['html'][:160]}" for v in found]

    def complaints(self) -> list[str]:
        """What the browser's console complained of."""
        return [entry["message"] for entry in self.driver.get_log("browser") if entry["level"] == "SEVERE"]

    def asked_elsewhere(self) -> list[str]:
        """Requests that went anywhere but to the program itself."""
        urls = []
        for entry in self.driver.get_log("performance"):
            message = json.loads(entry["message"])["message"]
            if message["method"] == "Network.requestWillBeSent":
                urls.append(message["params"]["request"]["url"])
        inside = (self.address, "data:", "blob:", "chrome:", "about:")
        return [url for url in urls if not url.startswith(inside)]

    def estimate_min(self) -> float:
        """A keystroke-level estimate of everything done so far, in minutes.

        0.28 s a key, 1.1 s to reach for a target, 0.2 s to tap it, and 1.35 s to think before each tap.
        Source: Card, Moran and Newell 1983, from memory.
        """
        return (self.keystrokes * 0.28 + self.taps * (1.1 + 0.2 + 1.35)) / 60


_SELECTORS = {
    "button": "button:not([role=combobox], [role=checkbox], [role=switch]), [role=button], label:has(input[type=file])",
    "link": "a",
    "select": "button[role=combobox]",
    "field": "input:not([type=checkbox]):not([type=radio]):not([type=file]), textarea",
    "tick": "[role=checkbox], [role=switch]",
    "option": "[role=option]",
    "choice": "[role=radio], [role=group] button",
    "slider": "[role=slider]",
    "heading": "h1, h2, h3",
    "tab": "[role=tab]",
    "menuitem": "[role=menuitem]",
    "region": "section, aside",
    "status": "[role=status]",
}
# A thing's name as assistive technology builds it, in its common cases; one call to the browser instead of hundreds.
_NAME_OF = """
const spoken = (node) => node.nodeType === 3 ? node.textContent
  : node.nodeType !== 1 || node.getAttribute('aria-hidden') === 'true' ? ''
  : node.getAttribute('aria-label') ?? [...node.childNodes].map(spoken).join(' ')
const nameOf = (element) => {
  const labels = [...(element.labels ?? [])]
  const name = element.getAttribute('aria-label') ?? (labels.length ? labels.map(spoken).join(' ') : spoken(element))
  return name.replace(/\\s+/g, ' ').trim()
}
"""
_FIND = (
    _NAME_OF
    + """
const [selector, name, within] = arguments
const root = within ? document.querySelector(within) : document
const all = [...(root?.querySelectorAll(selector) ?? [])]
return all.find((each) => each.checkVisibility() && nameOf(each).startsWith(name)) ?? null
"""
)
_SET_VALUE = """
const [field, value] = arguments
Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, value)
field.dispatchEvent(new Event('input', { bubbles: true }))
"""
