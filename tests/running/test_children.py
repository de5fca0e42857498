"""Heavy work in children: the best so far is given, deadlines are kept, what nobody waits for is stopped, memory is capped."""

import os
from pathlib import Path

import psutil
import pytest

import heavy
from jambo import children as module
from jambo.children import AT_ONCE, Children


@pytest.fixture
def working():
    """The children there are beside those of other applications that run here."""

    def found():
        return {
            p.pid
            for p in psutil.Process().children()
            if p.status() != psutil.STATUS_ZOMBIE and "jambo.children" in " ".join(p.cmdline())
        } - before

    before = set()
    before = found()
    return found


@pytest.fixture
def children(monkeypatch, working):
    monkeypatch.setenv("PYTHONPATH", str(Path(heavy.__file__).parent))
    monkeypatch.setattr(module, "READY", ())
    made = Children()
    made.start()
    yield made
    made.close()
    assert working() == set()


def test_the_same_question_is_one_and_its_last_answer_stays(children):
    task = children.ask(heavy.counts, (3, 0.0), 30)
    assert children.ask(heavy.counts, (3, 0.0), 30) is task
    children.wait(task, 30)
    assert (task.best, task.failed, task.ended.is_set()) == (2, "", True)
    assert children.ask(heavy.counts, (3, 0.0), 30) is task
    assert children.ask(heavy.counts, (4, 0.0), 30) is not task


@pytest.mark.parametrize(
    ("work", "args", "seconds", "best", "says"),
    [
        (heavy.spins, ("a",), 0.4, "a begun", "it was ended after 0.4 s"),
        (heavy.hogs, (), 30, "some", "memory"),
        (heavy.fails, (), 30, "some", "it broke down (ValueError: no)"),
    ],
)
def test_what_overruns_leaves_its_best_and_the_next_is_worked_out(children, work, args, seconds, best, says):
    task = children.wait(children.ask(work, args, seconds), 60)
    assert task.ended.is_set() and task.best == best and says in task.failed
    after = children.wait(children.ask(heavy.counts, (2, 0.0), 30), 60)
    assert (after.best, after.failed) == (1, "")


def test_what_cannot_be_begun_is_told_and_holds_up_nothing(children):
    for _ in range(AT_ONCE + 1):
        task = children.wait(children.ask(heavy.counts, (lambda: 1, 0.0), 30), 30)  # what cannot be sent to a child
        assert task.ended.is_set() and "could not be begun" in task.failed
    after = children.wait(children.ask(heavy.counts, (2, 0.0), 30), 60)
    assert (after.best, after.failed) == (1, "")


def test_what_nobody_waits_for_is_stopped(children, monkeypatch):
    monkeypatch.setattr(module, "NOBODY_SECONDS", 0.3)
    task = children.ask(heavy.spins, ("left",), 600)
    assert task.ended.wait(30) and task.failed == "nobody waited for it any more"
    assert children.ask(heavy.spins, ("left",), 600) is not task  # asked anew it is begun anew


def test_whoever_is_gone_is_not_waited_for(children):
    task = children.ask(heavy.spins, ("gone",), 600)
    there = iter([True] * 4)
    children.wait(task, 600, lambda: next(there, False))
    assert task.ended.wait(30) and task.cancelled


def test_two_at_most_and_all_stop_at_once(children, working):
    tasks = [children.ask(heavy.spins, (n,), 600) for n in range(4)]
    while sum(task.has for task in tasks) < AT_ONCE:
        children.wait(tasks[0], 0.05)
    assert len(working()) == AT_ONCE
    children.stop()
    assert all(task.ended.wait(30) and task.failed == "Jambo was stopped" for task in tasks)
    assert working() == set()
    after = children.ask(heavy.spins, ("after",), 600)
    assert after.ended.is_set() and after.failed == "Jambo was stopped"


def test_what_other_questions_are_before_is_not_waited_for_in_vain(children, working):
    before = [children.ask(heavy.spins, (n,), 600) for n in range(AT_ONCE)]
    while not all(task.has for task in before):
        children.wait(before[0], 0.05)
    waiting, looks = children.ask(heavy.counts, (2, 0.0), 600), []
    children.wait(waiting, 1.0, lambda: looks.append(1) or True, in_queue=0.01)
    assert not waiting.begun.is_set() and len(looks) == 1  # it looked once, and not for a second
    assert {os.getsid(pid) for pid in working()} == {os.getsid(0)}  # where NICE counts


def test_what_nobody_will_ask_again_is_forgotten(children):
    first = children.wait(children.ask(heavy.counts, (2, 0.0), 30), 30)
    children.forget(heavy.counts, (2, 0.0))
    assert first.best == 1 and children.ask(heavy.counts, (2, 0.0), 30) is not first
    running = children.ask(heavy.spins, ("on",), 600)
    children.forget(heavy.spins, ("on",))
    assert running.ended.wait(30) and running.cancelled


def test_without_a_start_it_is_worked_out_on_the_spot(working):
    task = Children().ask(heavy.counts, (3, 0.0), 1)
    assert (task.best, task.ended.is_set(), working()) == (2, True, set())
