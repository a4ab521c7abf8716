"""Shared by all tests: property tests without a stopwatch, the same examples every time."""

from collections.abc import Iterator

import pytest
from hypothesis import HealthCheck, settings

from patient_owl.words.speech import PLAIN, speaking

settings.register_profile(
    "owl",
    deadline=None,  # the machines are noisy; speed is measured in benchmarks/
    derandomize=True,
    max_examples=60,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.function_scoped_fixture],
)
settings.load_profile("owl")


@pytest.fixture(autouse=True)
def spoken_to() -> Iterator[None]:
    """Whoever reads what a test makes never chose his units."""
    with speaking(PLAIN):
        yield
