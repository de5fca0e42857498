"""Entry never betrays: what is chosen is kept."""

import pytest
from playwright.sync_api import expect
from walking import PAGES, cases, opened

# what is chosen and not typed: lists, one of a few, and yes or no, each by the path of its fact
CHOICES = "main select[data-path], main .pick[data-path], main input[type=checkbox][data-path]"
CHOSEN = """e => e.matches(".pick") ? e.querySelector("input:checked")?.value : e.type === "checkbox" ? String(e.checked) : e.value"""
PATHS = "all => all.filter(e => e.checkVisibility({ visibilityProperty: true })).map(e => e.dataset.path)"


def choices(page):
    """Every choice in view, by its path: a row that comes above one a moment later makes it no other choice."""
    page.evaluate("document.querySelectorAll('main details').forEach(d => { d.open = true; })")
    paths = page.locator(CHOICES).evaluate_all(PATHS)
    return {path: page.locator(CHOICES).and_(page.locator(f'[data-path="{path}"]')) for path in paths}


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


NONE_THERE = ("/survey", "/hang")  # nothing is chosen by the path of a fact there
CHOOSING = [
    "/jobs/{job}/usual", "/walls/{wall}",
    *(where for where in PAGES if where.startswith("/openings") and not where.endswith(NONE_THERE)),
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


@pytest.mark.parametrize("where", ["/jobs/{job}", "/jobs/{job}/rules", "/jobs/{job}/record", "/jobs/{job}/change"])
def test_a_list_stays_narrowed_after_a_reload_and_on_the_way_back(page, address, where):
    """What a list is searched for stands as it was left."""
    at, _ = address(where)
    page.goto(at)
    find = page.locator("main input[type=search]")
    find.fill("shim 9")
    page.reload()
    expect(find).to_have_value("shim 9")
    page.locator("header a").first.click()
    page.wait_for_url("**/")
    page.go_back()
    expect(find).to_have_value("shim 9")
    find.fill("")
    page.reload()
    expect(find).to_have_value("")


def test_a_reading_half_written_down_is_in_view_again(page, address):
    """A place out of order, the way it leans and that it is one more: all as it was left, though nothing of it is kept yet."""
    at, _ = address("/openings/{N9}/survey")
    page.goto(at)
    page.get_by_label("Where, ").select_option("lean_left")
    page.get_by_label("to side A").or_(page.get_by_label("away from it")).first.check()
    page.get_by_label("One more beside").check()
    page.reload()
    expect(page.get_by_label("Where, ")).to_have_value("lean_left")
    expect(page.get_by_label("away from it")).to_be_checked()
    expect(page.get_by_label("One more beside")).to_be_checked()
