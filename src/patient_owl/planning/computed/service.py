"""From a shot as it is asked for to its computed picture, and what is to be said of it."""

import base64
import io
import math
from dataclasses import replace

from PIL import Image

from patient_owl.core.advise.consequences import consequences
from patient_owl.core.alignment import now_behind, passings
from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.reading import drawn_bins
from patient_owl.core.exposure.settings import Settings, positions_near, settings_on
from patient_owl.core.kinds import KINDS
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.picture import (
    ComputedPicture,
    PictureRequest,
    aspect_of,
    render,
    stage_of,
    white_k,
)
from patient_owl.core.picture.sensor import level_share
from patient_owl.core.picture.spot import spot_at
from patient_owl.core.picture.view import WHOLE_FRAME
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.library.places.zones import zone
from patient_owl.library.schools.service import schools_of
from patient_owl.planning.computed.schemas import (
    LandsOut,
    OtherSettingOut,
    PictureAsked,
    PictureOut,
    SpotAsked,
    SpotOut,
    StandInOut,
    WhiteOut,
)
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.schemas import ShotIn
from patient_owl.planning.wire.rails import SettingValues
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.http.newest import Check
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.computed import (
    WHITES,
    difference_texts,
    ends_text,
    spot_text,
    stand_in_lines,
)
from patient_owl.words.parts import part_name
from patient_owl.words.pictures import reading_text
from patient_owl.words.plan import setting_text, settings_text
from patient_owl.words.quantities import placed, signed_stops
from patient_owl.words.questions import option_text
from patient_owl.words.reasons import reason_text

QUALITY = 88  # JPEG; noise costs most of it
Positions = dict[Control, DialValue]


class _PlannedRequest:
    """A request with what it asks about, planned."""

    def __init__(self, visit: Visit, asked: PictureAsked) -> None:
        planner = Planner(visit)
        self.night: Night = planner.night(asked.night_id)
        self.planned: PlannedShot = planner.plan(self.night, asked.shot, shot_id=asked.shot_id)
        self.context: NightContext = planner.context(self.night)
        tried = asked.settings.to_domain() if asked.settings else self.planned.settings
        self.positions = dict(positions_near(self.planned.kit.dials, tried))
        self.settings = settings_on(self.planned.kit.dials, self.positions)
        self.wanted = wanted_of(
            self.planned, asked.shot, self.settings, asked.width_px, asked.white_k
        )
        window = asked.window.to_domain()
        share = window.height / window.width
        height_px = max(8, round(asked.width_px * share / aspect_of(self.planned)))
        self.wanted = replace(self.wanted, window=window, height_px=height_px)

    def landings(self, settings: Settings) -> dict[str, float]:
        """Where every light comes out with some settings, those that are brought with their levers
        as they would be put then. [stops]"""
        stage = stage_of(self.planned, self.context, replace(self.wanted, settings=settings))
        return {key: math.log2(stage.lands(part)) for key, part in stage.parts.items()}


def wanted_of(
    planned: PlannedShot,
    shot: ShotIn,
    settings: Settings,
    width_px: int,
    white: float | None = None,
) -> PictureRequest:
    """The whole frame of a shot; the same shot always draws the same chance."""
    return PictureRequest(
        drawing=KINDS[planned.recipe.key].drawing,
        settings=settings,
        width_px=width_px,
        height_px=max(8, round(width_px / aspect_of(planned))),
        subject=shot.stand_in.to_domain() if shot.stand_in else None,
        white_k=white,
    )


def picture_out(visit: Visit, asked: PictureAsked, check: Check) -> PictureOut:
    check()
    request = _PlannedRequest(visit, asked)
    picture = render(request.planned, request.context, request.wanted, check)
    stage = stage_of(request.planned, request.context, request.wanted)
    wide_px = request.planned.kit.body.sensor.width_px
    if request.planned.intent.framing.orientation == "portrait":
        wide_px = request.planned.kit.body.sensor.height_px
    return PictureOut(
        image=base64.b64encode(jpeg(picture)).decode(),
        width_px=request.wanted.width_px,
        height_px=request.wanted.height_px,
        histogram=drawn_bins(picture.histogram),
        ends=ends_text(picture.full_share, picture.reading.black_share),
        reading=reading_text(picture.reading),
        lands=_lands(request),
        white_k=white_k(stage) if asked.white_k is None else asked.white_k,
        whites=[WhiteOut(label=label, white_k=k) for k, label in WHITES.items()],
        window_of_1_to_1=min(1.0, request.wanted.width_px / wide_px),
        settings=settings_text(request.positions),
        difference=_difference(request) if asked.settings else [],
        stand_in=_stand_in(request, stage.subject),
    )


def jpeg(picture: ComputedPicture) -> bytes:
    out = io.BytesIO()
    Image.fromarray(picture.frame.levels).save(out, "JPEG", quality=QUALITY)
    return out.getvalue()


def small_jpeg(visit: Visit, shot: Shot, width_px: int) -> bytes:
    """The picture of a kept shot as it is planned."""
    planner = Planner(visit)
    night = planner.night(shot.night_id)
    planned = planner.plan_of(shot, night)
    request = wanted_of(planned, as_request(shot), planned.settings, width_px)
    return jpeg(render(planned, planner.context(night), request))


def _lands(request: _PlannedRequest) -> list[LandsOut]:
    """Every light with the settings tried."""
    body = request.planned.kit.body
    return [
        LandsOut(
            part=key,
            name=part_name(key),
            text=placed(stops),
            level_share=level_share(stops, body, request.settings.iso),
        )
        for key, stops in request.landings(request.settings).items()
    ]


def _difference(request: _PlannedRequest) -> list[str]:
    planned = request.planned
    now, then = request.landings(planned.settings), request.landings(request.settings)
    temperature = planned.scene.temperature_c
    costs = consequences(
        planned.kit, planned.plan.blurs, temperature, planned.positions, request.positions
    )
    return difference_texts([(key, now[key], then[key]) for key in now], costs)


def _stand_in(request: _PlannedRequest, subject: StandIn | None) -> StandInOut | None:
    """What the picture shows as its subject, and what is behind it."""
    if subject is None:
        return None
    whole = stage_of(request.planned, request.context, replace(request.wanted, window=WHOLE_FRAME))
    outlines = whole.outlines_px(subject.outlines_m(), subject.distance_m, subject.bearing_true_deg)
    rows, columns = whole.view.shape
    xs = [float(x) / columns for outline in outlines for x, _ in outline]
    ys = [float(y) / rows for outline in outlines for _, y in outline]
    if not all(abs(v) < 50 for v in (*xs, *ys)):  # behind the camera, or no number
        return None
    left, right, top, bottom = min(xs), max(xs), min(ys), max(ys)
    return StandInOut(
        left=left,
        top=top,
        right=right,
        bottom=bottom,
        lines=stand_in_lines(
            subject,
            (right - left, bottom - top),
            now_behind(subject, request.context, request.planned.at_s, request.night.target_key),
            passings(subject, request.context, request.night.target_key),
            zone(request.night.place.time_zone),
        ),
    )


def spot_out(visit: Visit, asked: SpotAsked) -> SpotOut:
    request = _PlannedRequest(visit, asked)
    spot = spot_at(request.planned, request.context, request.wanted, asked.x, asked.y)
    return SpotOut(
        text=spot_text(spot),
        what=spot.what,
        stops=spot.stops,
        signal_e=spot.signal_e,
        snr=spot.snr,
        is_full=spot.is_full,
        altitude_deg=spot.altitude_deg,
        azimuth_deg=spot.azimuth_deg % 360,
    )


def others_out(visit: Visit, asked: PictureAsked) -> list[OtherSettingOut]:
    """Settings worth seeing beside the planned one: equivalents, alternatives, the bracket, and
    what the other side of each school would set."""
    request = _PlannedRequest(visit, asked)
    planned = request.planned
    others = [("the same light", dict(rung.positions)) for rung in planned.ladder]
    if planned.test_frame is not None:
        others.append(("a quick frame", dict(planned.test_frame.positions)))
    for frame in planned.plan.bracket:
        control = planned.plan.bracket_control
        moved: Positions = {**planned.positions, control: frame.position}
        others.append((f"bracket {signed_stops(frame.stops)}", moved))
    for other in planned.others:
        others.append((reason_text(other.reason), dict(other.positions)))
    others += _by_schools(visit, asked, planned)
    return _each_once(planned, others)


def _by_schools(
    visit: Visit, asked: PictureAsked, planned: PlannedShot
) -> list[tuple[str, Positions]]:
    planner = Planner(visit)
    night = planner.night(asked.night_id)
    taken = schools_of(visit.user)
    others = []
    for spec in planned.recipe.inputs:
        if not spec.is_school:
            continue
        side = planned.intent.inputs.get(spec.key, taken.get(spec.key, spec.default))
        for option in spec.options:
            if option == side:
                continue
            inputs = {**asked.shot.inputs, spec.key: option}
            shot = asked.shot.model_copy(update={"inputs": inputs})
            other = planner.plan(night, shot, shot_id=asked.shot_id)
            others.append((option_text(option), dict(other.positions)))
    return others


def _each_once(planned: PlannedShot, found: list[tuple[str, Positions]]) -> list[OtherSettingOut]:
    """Those that differ from the plan and from each other."""
    seen = {tuple(position.value for position in planned.positions.values())}
    others = []
    for label, positions in found:
        values = tuple(positions[control].value for control in planned.positions)
        if values in seen:
            continue
        seen.add(values)
        others.append(
            OtherSettingOut(
                label=label,
                text=", ".join(
                    setting_text(control, position)
                    for control, position in positions.items()
                    if position.value != planned.positions[control].value
                ),
                values=SettingValues(**{c: position.value for c, position in positions.items()}),
            )
        )
    return others
