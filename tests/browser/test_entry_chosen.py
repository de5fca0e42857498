"""Entry never betrays: what is chosen is kept."""

from walking import PAGES, cases, opened

# what is chosen and not typed: lists, one of a few, and yes or no, each by the path of its fact
CHOICES = "main select[data-path], main .pick[data-path], main input[type=checkbox][data-path]"
CHOSEN = """e => e.matches(".pick") ? e.querySelector("input:checked")?.value : e.type === "checkbox" ? String(e.checked) : e.value"""


def choices(page):
    """Every choice in view, by its path."""
    page.evaluate("document.querySelectorAll('main details').forEach(d => { d.open = true; })")
    return {e.get_attribute("data-path"): e for e in page.locator(CHOICES).all() if e.is_visible()}


def another(choice):
    """Choose something else than what is chosen, by keyboard or by a press as a person would; gives what is chosen then."""
    if choice.evaluate("e => e.matches('select')"):
        options = choice.locator("option").evaluate_all("a => a.map(o => o.value)")
        choice.select_option(next(o for o in reversed(options) if o and o != choice.input_value()))
    elif choice.evaluate("e => e.matches('.pick')"):
        choice.locator("label").nth(-1 if not choice.locator("input").last.is_checked() else 0).click()
    else:
        choice.press(" ")
    return choice.evaluate(CHOSEN)


ELSEWHERE = ("/survey", "/set")  # their methods and ways are chosen in other tests, by their names
CHOOSING = [
    "/jobs/{job}/usual", "/walls/{wall}",
    *(where for where in PAGES if where.startswith("/openings") and not where.endswith(ELSEWHERE)),
]  # fmt: skip


@cases(CHOOSING, [*CHOOSING[:2], "/openings/{101}/frame"], 1)
def test_what_was_chosen_is_there_after_a_reload(page, address, where, size, turn):
    """Every choice of every stage is changed, one after the other; those that are still asked for stand so when the page comes again."""
    page.set_viewport_size({"width": size[0], "height": size[1]})
    at, _ = address(where)
    opened(page, at, CHOICES)
    made = {}
    for path in list(choices(page)):
        if (choice := choices(page).get(path)) is not None:  # what was chosen before may have taken it away
            made[path] = another(choice)
    opened(page, at, CHOICES)
    now = {path: choice.evaluate(CHOSEN) for path, choice in choices(page).items()}
    assert {path: (chosen, now[path]) for path, chosen in made.items() if path in now and now[path] != chosen} == {}
