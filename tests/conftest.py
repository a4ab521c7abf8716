"""Shared by all tests: property tests without a stopwatch, the same examples every time."""

from hypothesis import HealthCheck, settings

settings.register_profile(
    "owl",
    deadline=None,  # the machines are noisy; speed is measured in benchmarks/
    derandomize=True,
    max_examples=60,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.function_scoped_fixture],
)
settings.load_profile("owl")
