"""The API keeps to its own description whatever it is sent: no fault, no undocumented code, no other shape."""

import re

import pytest
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi import checks

from jambo.api.app import create_app


def times_have_their_zone(ctx, response, case):
    """Every time of day in an answer says which zone it is of."""
    bare = re.search(r'"\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?"', response.content.decode("utf-8", "replace"))
    assert bare is None, f"a time without its zone: {bare[0]}"


KEPT = [
    times_have_their_zone,
    not_a_server_error,
    checks.status_code_conformance,
    checks.content_type_conformance,
    checks.response_schema_conformance,
]
DESCRIBED = schemathesis.openapi.from_dict(create_app(None).openapi())
CALLS = [
    pytest.param(call, mode, id=f"{call.label}-{mode.value}")
    for call in (one.ok() for one in DESCRIBED.get_all_operations())
    for mode in GenerationMode
    if not call.path.endswith("/live")  # which is told without end
    if mode == GenerationMode.POSITIVE or call.body or next(call.iter_parameters(), None)  # else nothing can be wrong
]


def at_what_is_kept(case):
    """Ids that mean something, unless they are meant to be impossible: nothing is attacked where nothing is."""
    for name, value in case.path_parameters.items():
        if name.endswith("_id") and isinstance(value, int) and 0 < value < 10**6:
            case.path_parameters[name] = 1 + value % 12


@pytest.mark.parametrize(("call", "mode"), CALLS)
def test_every_call_answers_as_described(local, pytestconfig, call, mode):
    @seed(15)
    @settings(
        max_examples=pytestconfig.getoption("examples"),
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
        deadline=None,
        database=None,
    )
    @given(case=call.as_strategy(generation_mode=mode))
    def answers_as_described(case):
        at_what_is_kept(case)
        case.call_and_validate(base_url=local.url, checks=KEPT, timeout=60)  # a plan is looked for as long as is asked

    answers_as_described()
