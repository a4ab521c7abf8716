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


# The former way paired every proposal in full; here it is the reference, on evenings small enough.
@given(
    st.lists(st.tuples(st.integers(0, 60), st.integers(0, 2)), min_size=1, max_size=6),
    st.lists(st.tuples(st.integers(0, 60), st.integers(0, 2)), min_size=1, max_size=6),
)
def test_no_other_error_of_the_clock_pairs_more_pictures(
    seen: list[tuple[int, int]], noted: list[tuple[int, int]]
) -> None:
    pictures = [Stamped(float(t), 4.0**k) for t, k in seen]
    takes = [Stamped(float(t), 4.0**k) for t, k in noted]

    def most_at(offset: float) -> int:
        used: set[tuple[str, int]] = set()
        for gap, i, j in sorted(
            (abs(p.seconds + offset - t.seconds), i, j)
            for i, p in enumerate(pictures)
            for j, t in enumerate(takes)
            if p.exposure_s == t.exposure_s
        ):
            if gap <= 8 and not used & {("p", i), ("t", j)}:
                used |= {("p", i), ("t", j)}
        return len(used) // 2

    found = match(pictures, takes)
    paired = sum(take is not None for take in found.takes)
    for p in pictures:
        for t in takes:
            if p.exposure_s == t.exposure_s:
                assert most_at(t.seconds - p.seconds) <= paired
