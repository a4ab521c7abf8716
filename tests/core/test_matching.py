"""Pictures find their takes whatever the camera's clock says."""

from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.matching import Stamped, match


@given(
    st.lists(st.integers(60, 900), min_size=3, max_size=8),
    st.integers(-90_000, 90_000),
    st.data(),
)
def test_any_constant_error_of_the_clock_is_found(
    gaps: list[int], wrong_s: int, data: st.DataObject
) -> None:
    times = [float(sum(gaps[:k])) for k in range(len(gaps))]
    settings = [2.0 ** data.draw(st.integers(-3, 5)) for _ in times]
    takes = [Stamped(t, s) for t, s in zip(times, settings, strict=True)]
    pictures = [
        Stamped(t + data.draw(st.floats(0, 2)) + wrong_s, s)
        for t, s in zip(times, settings, strict=True)
    ]
    found = match(pictures, takes)
    paired = [k for k, take in enumerate(found.takes) if take is not None]
    # another offset may agree with as many where gaps and settings repeat; never with more
    assert len(paired) == len(times)
    assert len({found.takes[k] for k in paired}) == len(paired)


def test_settings_decide_where_times_cannot() -> None:
    takes = [Stamped(0, 1.0), Stamped(4, 8.0)]
    pictures = [Stamped(102, 8.0), Stamped(98, 1.0)]
    assert match(pictures, takes).takes == (1, 0)


def test_nothing_is_paired_with_nothing() -> None:
    assert match([], [Stamped(0)]).takes == ()
    assert match([Stamped(0, 1.0)], [Stamped(0, 30.0)]).takes == (None,)
