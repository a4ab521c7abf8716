"""What a layer may read: the plan, the night, the settings tried, and how bright each light lands.

Every brightness is a share of mid-grey: 1 is 18 %. `hidden` is how much brighter each light of the
picture really is than planned; a simulated camera has some, a preview none.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from patient_owl.core.constants import REFLECTED_METER_K
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.kit import Kit
from patient_owl.core.light.dose import MID_GREY_REFLECTANCE
from patient_owl.core.light.part import LightPart
from patient_owl.core.meterless import sky_cd_m2
from patient_owl.core.night import Slope
from patient_owl.core.night_context import NightContext, Seen, see
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.view import View
from patient_owl.core.plan.bringing import LightUse, how_given
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.plan.types import Intent, Scene
from patient_owl.core.types import FloatArray, Pixels

SKY = "sky"
# What is there anyway goes by these keys in the plans, whatever the discipline calls it.
AMBIENT = ("subject", "rest", "town")
INDOORS = frozenset({"home_interior", "tunnel", "works", "candle"})
ROOMS = frozenset({"window", "deep_room", "vault"})


@dataclass(frozen=True)
class Opening:
    """When the shutter is open, after the frame's own moment, and for what share of that: of frames
    taken together less than all of it. [s]"""

    from_s: float
    to_s: float
    open_share: float = 1.0

    @property
    def open_s(self) -> float:
        return (self.to_s - self.from_s) * self.open_share


@dataclass(frozen=True)
class Drawing:
    """What a kind adds to the picture. behind: before the subject stands in it; before: in front of
    it, nearest last. stand_in: what it shows where nobody placed a subject. is_room: taken in a
    room, whatever lights it. passing: the name of what is drawn only while something passes."""

    behind: "tuple[Layer, ...]" = ()
    before: "tuple[Layer, ...]" = ()
    stand_in: "Callable[[Stage], StandIn | None] | None" = None
    is_room: bool = False
    passing: str = ""


@dataclass(frozen=True)
class Stage:
    """A frame about to be drawn.

    levers: where those of the lights that are brought stand, where not as planned. subject: a
    stand-in somebody placed. openings: of the frames that make the picture, one as a rule, from its
    own moment. after_s: that moment, from the shot's. without: what was not there, by name.
    drawing: what its kind adds.
    """

    planned: PlannedShot
    night: NightContext
    view: View
    settings: Settings
    levers: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    hidden: Mapping[str, float] = field(default_factory=dict)
    subject: StandIn | None = None
    openings: tuple[Opening, ...] = ()
    seed: int = 0
    after_s: float = 0.0
    without: frozenset[str] = frozenset()
    drawing: Drawing = Drawing()

    @cached_property
    def _seen(self) -> Seen:
        """The light at the frame's own moment."""
        if self.after_s == 0:
            return Seen(self.planned.scene, self.planned.at)
        return see(self.night, self.at_s, self.view.framing)

    @property
    def scene(self) -> Scene:
        return self._seen.scene

    @property
    def intent(self) -> Intent:
        return self.planned.intent

    @property
    def kit(self) -> Kit:
        return self.planned.kit

    @property
    def at(self) -> Slope:
        return self._seen.at

    @property
    def at_s(self) -> float:
        """The moment, epoch_seconds."""
        return self.planned.at_s + self.after_s

    @property
    def exposure_s(self) -> float:
        return self.settings.exposure_s

    def rng(self, of: str) -> np.random.Generator:
        """Chance of its own for each layer, the same for the same seed."""
        return np.random.default_rng([self.seed % 2**32, *of.encode()])

    @cached_property
    def parts(self) -> Mapping[str, LightPart]:
        return {part.key: part for part in self.planned.plan.parts}

    @cached_property
    def given(self) -> Mapping[str, LightUse]:
        """How the lights that are brought are used, by key."""
        landings = self.planned.plan.solution.landings
        uses = how_given(self.intent.brought, landings, self.settings, self.levers)
        return {use.light.key: use for use in uses}

    @property
    def grey_per_cd_m2(self) -> float:
        """What a luminance is in shares of mid-grey at these settings. [m²/cd] [iso2720]"""
        return float(100 / REFLECTED_METER_K * 2**-self.settings.ev100)

    def lands(self, part: LightPart) -> float:
        """How bright a light comes out, its levers where they are put; 1 at mid-grey."""
        stops = part.lands(self.settings) + part.moved(0.0, self.after_s)
        stops += self.hidden.get(part.key, 0.0)
        if part.key in self.given:
            used = self.given[part.key]
            stops += part.lever_stops({used.lever_key: used.lever})
        return float(2**stops)

    @cached_property
    def ambient(self) -> LightPart | None:
        """What lights the picture anyway, where the plan reckons with it."""
        return next((self.parts[key] for key in AMBIENT if key in self.parts), None)

    @cached_property
    def land(self) -> float:
        """How bright land of mid reflectance comes out in the light that is there anyway."""
        if self.ambient is not None:
            return self.lands(self.ambient)
        stops = self.scene.ground_ev100 + self.hidden.get("ground", 0.0) - self.settings.ev100
        return float(2**stops)

    def surface(self, reflectance: float) -> float:
        """The same of land of any reflectance, 0 to 1."""
        return self.land * reflectance / MID_GREY_REFLECTANCE

    @property
    def is_indoors(self) -> bool:
        """Whether there is a room around the picture, and no sky."""
        answers = self.intent.inputs
        lit_by = answers.get("lit_by")
        by_sky = lit_by == "natural" and answers.get("between") in ROOMS
        return lit_by in INDOORS or by_sky or self.drawing.is_room

    @cached_property
    def sky_gain(self) -> float:
        """How much brighter the sky is here than the model says: found before, or hidden."""
        part = self.parts.get(SKY)
        here = self.scene.sky_ev100
        planned = here if part is None else part.ev100 + part.moved(0.0, self.after_s)
        return float(2 ** (planned - here + self.hidden.get(SKY, 0.0)))

    def sky_lights(self, altitude_deg: Pixels, azimuth_deg: Pixels) -> FloatArray:
        """Luminance of the sky in directions, by what makes it; see `meterless.sky_cd_m2`."""
        at = self.at
        cover = self.scene.cloud_cover or 0.0
        return sky_cd_m2(
            at.sun,
            at.moon,
            at.phase,
            self.night.darkness,
            np.maximum(np.asarray(altitude_deg, dtype=float), 0.0),
            np.asarray(azimuth_deg, dtype=float),
            cover,
        )

    def metres_px(self, distance_m: float) -> float:
        """Pixels of the picture in a metre square on, so far off, in the middle of the frame."""
        return self.view.px_per_rad / distance_m

    def points_px(
        self, at_m: FloatArray, distance_m: float | FloatArray, bearing_deg: float | None = None
    ) -> FloatArray:
        """Where points on an upright plane fall, (n, 2) px. at_m: (n, 2), right and over the lens;
        the plane stands square to a bearing, that of the frame unless said. [m]"""
        facing = self.view.framing.bearing_true_deg if bearing_deg is None else bearing_deg
        bearing = math.radians(facing)
        ahead = np.array([math.sin(bearing), math.cos(bearing), 0.0])
        right = np.array([math.cos(bearing), -math.sin(bearing), 0.0])
        far = np.broadcast_to(np.asarray(distance_m, dtype=float), len(at_m))[:, None]
        way = ahead * far + right * at_m[:, :1] + np.array([0.0, 0.0, 1.0]) * at_m[:, 1:]
        return self.view.project_px(way / np.linalg.norm(way, axis=1, keepdims=True))

    def outlines_px(
        self, outlines_m: Sequence[FloatArray], distance_m: float, bearing_deg: float | None = None
    ) -> list[FloatArray]:
        """The same of many at once."""
        if not len(outlines_m):
            return []
        at = self.points_px(np.concatenate(outlines_m), distance_m, bearing_deg)
        return np.split(at, np.cumsum([len(outline) for outline in outlines_m])[:-1])


Layer = Callable[[Canvas, Stage], None]
