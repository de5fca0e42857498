"""A crew's habits as one open document, `jambo-habits/1`: what it carries to another machine (docs/FORMAT.md)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from jambo.core.job.record import SORT
from jambo.core.planning.work import WorkKind
from jambo.core.quantities.tape import Unit
from jambo.format.declared import Model
from jambo.format.document import MOST_IN_CREW, Drying, JobFloors, Name, Rules, Usual
from jambo.format.plan import PlanPerson
from jambo.format.stock import StockItem

MOST_TIMES = 50_000
MOST_STOCK = 5_000


class UsualThere(Model):
    """What is usual in the job it was taken from, with the floors it names; bare lengths are in `unit`."""

    unit: Unit
    usual: Usual = Field(default_factory=Usual)
    floors: JobFloors = Field(default_factory=list)


class CrewThere(Model):
    """Who works, and what dries how long; which days another trade comes is the job's alone."""

    people: Annotated[list[PlanPerson], Field(max_length=MOST_IN_CREW)] = Field(default_factory=list)
    dries: Annotated[list[Drying], Field(max_length=6)] = Field(default_factory=list)


class LearntTime(Model):
    """How long a piece of work took that counts: `sort` is what it is learnt for, `said` that somebody was asked and said so."""

    kind: WorkKind
    sort: Annotated[str, Field(max_length=200, pattern=SORT)]
    minutes: Annotated[int, Field(ge=0, le=10**6)]
    by_rule: Annotated[int, Field(ge=0, le=10**6)]
    ended: AwareDatetime
    by: Annotated[list[Name], Field(max_length=MOST_IN_CREW)] = Field(default_factory=list)
    said: bool = False


class Habits(Model):
    """What a crew does the same everywhere: house rules by unit, the stock book, what is usual, who works, what work takes. What is left out stays as it is."""

    format: Literal["jambo-habits/1"]
    of: Annotated[str, Field(max_length=120)] = ""
    taken_at: AwareDatetime | None = None
    rules: dict[Unit, Rules] = Field(default_factory=dict)
    stock: Annotated[list[StockItem], Field(max_length=MOST_STOCK)] = Field(default_factory=list)
    usual: UsualThere | None = None
    crew: CrewThere = Field(default_factory=CrewThere)
    times: Annotated[list[LearntTime], Field(max_length=MOST_TIMES)] = Field(default_factory=list)
