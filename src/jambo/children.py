"""Heavy work in processes of its own: two at most, with so much memory and so much time, stopped when nobody waits for it.

What is worked out is a function that sends ever better results, named by itself and its arguments: whoever asks gets the best there is and
whether more may come. Asked again, the same question is the same work. Without `start` everything is worked out on the spot, as the
commands that do one thing and end want it.
"""

from __future__ import annotations

import contextlib
import os
import resource
import subprocess
import sys
import threading
import time
from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import dataclass, field
from importlib import import_module
from multiprocessing.connection import Connection, Pipe
from pathlib import Path
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar

P = ParamSpec("P")
T = TypeVar("T")

AT_ONCE = 2
MOST_MEMORY = 3_000_000_000  # bytes of addresses a child may have; the solvers map much more than they touch
NOBODY_SECONDS = 12.0  # since somebody last asked: longer than a page waits before it asks again
LOOK_SECONDS = 0.05
STOPPED, UNASKED = "Jambo was stopped", "nobody waited for it any more"
KEPT = 128  # results
NICE = 5  # pages go first; beside others who are busy a plan still comes
# what is worked out here for want of a child goes one after another: pages share this process
IN_TURN = threading.Lock()
READY = (
    "numpy",
    "highspy",
    "ortools.sat.python.cp_model",
)  # loaded before the first question, not while somebody waits


class Overrun(RuntimeError):
    """There is no result, for want of time or of memory; `why` says which in words."""

    def __init__(self, why: str) -> None:
        super().__init__(why)
        self.why = why


@dataclass
class Task(Generic[T]):
    """A question being worked out: the best result so far, whether that is the last, or why there is none better to come."""

    work: Callable[..., None]
    args: tuple[Any, ...]
    seconds: float
    asked_at: float = field(default_factory=time.monotonic)
    best: T | None = None
    has: bool = False
    quick: T | None = None  # what whoever asked made of it meanwhile
    failed: str = ""
    begun: threading.Event = field(default_factory=threading.Event)
    ended: threading.Event = field(default_factory=threading.Event)
    cancelled: bool = False
    waiters: int = 0

    @property
    def forgotten(self) -> bool:
        """Whether nobody waits for it any more."""
        return self.cancelled or (not self.waiters and time.monotonic() - self.asked_at > NOBODY_SECONDS)

    def end(self, failed: str = "") -> None:
        """No more is to come."""
        self.failed = failed
        self.begun.set()
        self.ended.set()


class _Child:
    """One process: takes a task, sends its results, is killed and begun anew when it overruns."""

    def __init__(self) -> None:
        ours, theirs = Pipe()
        self.ready = False
        self.connection: Connection[Any, Any] = ours
        source = str(Path(__file__).resolve().parents[1])
        # a group of its own, so that no Ctrl-C reaches it, but in this session: where the kernel shares out by sessions, NICE counts within one
        self.process = subprocess.Popen(
            [sys.executable, "-c", f"from jambo.children import serve; serve({theirs.fileno()})"],
            pass_fds=[theirs.fileno()], stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL, process_group=0,
            env={**os.environ, "PYTHONPATH": os.pathsep.join([source, os.environ.get("PYTHONPATH", "")]), "OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"},
        )  # fmt: skip
        theirs.close()

    def run(self, task: Task[Any], ended: threading.Event) -> bool:
        """Work a task out; says whether this child can take another."""
        try:
            while not self.ready:  # its time begins when it does
                self.ready = self.connection.poll(LOOK_SECONDS) and self.connection.recv()[0] == "ready"
                if ended.is_set() or task.forgotten:
                    task.end(STOPPED if ended.is_set() else UNASKED)
                    return False
            until = time.monotonic() + task.seconds
            self.connection.send((task.work.__module__, task.work.__qualname__, task.args))
            while True:
                if self.connection.poll(LOOK_SECONDS):
                    what, value = self.connection.recv()
                    if what == "ended":
                        task.end(value)
                        return True
                    task.best, task.has = value, True
                elif ended.is_set() or task.forgotten:
                    task.end(STOPPED if ended.is_set() else UNASKED)
                    return False
                elif time.monotonic() > until:
                    task.end(f"it was ended after {task.seconds:g} s")
                    return False
        except (EOFError, OSError, ConnectionError):
            task.end("it took more memory than it may, or broke down")
            return False

    def kill(self) -> None:
        self.connection.close()
        self.process.kill()
        self.process.wait()


def serve(fd: int) -> None:
    """What a child does: take a question, send each result, until its parent is gone."""
    os.nice(NICE)
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    questions: Connection[Any, Any] = Connection(fd)
    for name in READY:
        import_module(name)
    questions.send(("ready", None))
    asked: list[Any] = []
    came = threading.Semaphore(0)

    def take() -> None:
        with contextlib.suppress(EOFError, OSError):
            while True:
                asked.append(questions.recv())
                came.release()
        os._exit(0)  # whoever asks is gone: nobody waits for what is being worked out

    def better(result: Any) -> None:
        questions.send(("better", result))

    threading.Thread(target=take, daemon=True).start()
    while True:
        came.acquire()
        module, name, args = asked.pop(0)
        try:
            getattr(import_module(module), name)(better, *args)
            questions.send(("ended", ""))
        except MemoryError:
            questions.send(("ended", "it took more memory than it may"))
        except Exception as fault:
            questions.send(("ended", f"it broke down ({type(fault).__name__}: {fault})"[:400]))


class Children:
    """Questions that are worked out beside everything else, each once."""

    def __init__(self) -> None:
        self._tasks: OrderedDict[Hashable, Task[Any]] = OrderedDict()
        self._queue: list[Task[Any]] = []
        self._changed = threading.Condition()
        self._ended = threading.Event()
        self._threads: list[threading.Thread] = []
        self._started = 0
        self._stopped = False

    def start(self) -> None:
        """From here on children work; as often as `close`."""
        with self._changed:
            self._started += 1
            self._ended.clear()

    def stop(self) -> None:
        """Stop whatever is being worked out, at once and for good: what is asked from here on is not begun."""
        self._stopped = True
        self._started = 1
        self.close()

    def close(self) -> None:
        """Stop whatever is being worked out, when those who started are all gone."""
        with self._changed:
            self._started = max(0, self._started - 1)
            if self._started:
                return
            self._ended.set()
            self._changed.notify_all()
            threads, self._threads = self._threads, []
        for thread in threads:
            thread.join(5)
        with self._changed:
            for task in self._queue:
                task.end(STOPPED)
            self._queue.clear()
            self._tasks.clear()

    def ask(
        self,
        work: Callable[Concatenate[Callable[[T], None], P], None],
        args: tuple[Any, ...],
        seconds: float,
        key: Hashable = None,
    ) -> Task[T]:
        """Ask for something to be worked out, or for how far it is.

        Args:
            work: a function of a module that sends its results, each better than the one before; args: for it, hashable and to be
            pickled; seconds: after which the best so far is the last; key: what makes it the same question, its arguments if None.
        """
        key = key or (work.__module__, work.__qualname__, args)
        with self._changed:
            task = self._tasks.get(key)
            if task is None or (task.ended.is_set() and task.failed and not task.has) or task.cancelled:
                task = self._tasks[key] = Task(work, args, seconds)
                if self._stopped:
                    task.end(STOPPED)
                elif self._started:
                    self._queue.append(task)
                    self._work()
            self._tasks.move_to_end(key)
            while len(self._tasks) > KEPT:
                self._tasks.popitem(last=False)
            task.asked_at = time.monotonic()
            self._changed.notify()
        if not self._started and not task.ended.is_set():
            _on_the_spot(task)
        return task

    def forget(self, work: Callable[..., None], args: tuple[Any, ...]) -> None:
        """Keep the result of a question no longer that nobody will ask again: a hundred large ones would fill the memory."""
        with self._changed:
            task = self._tasks.get(key := (work.__module__, work.__qualname__, args))
            if task is not None and not task.waiters:
                del self._tasks[key]
                task.cancelled = task.cancelled or not task.ended.is_set()

    def wait(
        self, task: Task[T], seconds: float, goes_on: Callable[[], bool] = lambda: True, in_queue: float | None = None
    ) -> Task[T]:
        """Wait for a task, as long as whoever asked is there. Only what is waited for, or asked for again, is worked on.

        Args:
            task: as asked for; seconds: to wait at most; goes_on: whether whoever asked is there; in_queue: how long of it where no
            child has begun.
        """
        with self._changed:
            task.waiters += 1
        try:
            until = time.monotonic() + seconds
            if in_queue is not None and not task.begun.wait(min(in_queue, seconds)):
                return task
            while goes_on() and (left := until - time.monotonic()) > 0:
                if task.ended.wait(min(left, LOOK_SECONDS)):
                    break
            return task
        finally:
            with self._changed:
                task.waiters -= 1
                task.asked_at = time.monotonic()
                if not goes_on() and not task.waiters:
                    task.cancelled = True

    def _work(self) -> None:
        while len(self._threads) < min(AT_ONCE, len(self._queue) + len(self._threads)):
            thread = threading.Thread(target=self._one_after_another, daemon=True)
            self._threads.append(thread)
            thread.start()

    def _one_after_another(self) -> None:
        child: _Child | None = None
        try:
            while (task := self._next()) is not None:
                if task.forgotten:
                    task.end(UNASKED)
                    task.cancelled = True
                    continue
                try:
                    child = child or _Child()
                    task.begun.set()
                    goes_on = child.run(task, self._ended)
                except Exception as fault:  # no process to be had, or nothing that can be sent: the next one may go
                    task.end(f"it could not be begun ({fault})")
                    goes_on = False
                if not goes_on:
                    if child is not None:
                        child.kill()
                    child = None
                    task.cancelled = task.cancelled or task.failed.startswith("nobody")
        finally:
            if child is not None:
                child.kill()

    def _next(self) -> Task[Any] | None:
        with self._changed:
            while not self._queue and not self._ended.is_set():
                self._changed.wait()
            return None if self._ended.is_set() else self._queue.pop(0)


def _on_the_spot(task: Task[Any]) -> None:
    def better(result: T) -> None:
        task.best, task.has = result, True

    task.work(better, *task.args)
    task.end()


CHILDREN = Children()
