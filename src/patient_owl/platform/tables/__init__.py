"""Every table, so that migrations and tests see the whole schema by importing one module."""

from patient_owl.platform.storage.base import Base
from patient_owl.platform.storage.device_memory import DeviceState
from patient_owl.platform.storage.leases import Lease
from patient_owl.platform.tables.accounts import (
    House,
    KnownDevice,
    SignedInSession,
    SignInTries,
    User,
)
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow, LessonOff, WordsHeard
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.packing import PackTick
from patient_owl.platform.tables.photos import Intake, Photo, PhotoPart
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.practice import PracticeAttempt
from patient_owl.platform.tables.readings import Reading
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take

__all__ = [
    "Base",
    "DeviceState",
    "FindingRow",
    "House",
    "Intake",
    "KitItem",
    "KnownDevice",
    "Lease",
    "LessonOff",
    "Night",
    "PackTick",
    "Photo",
    "PhotoPart",
    "Place",
    "PracticeAttempt",
    "Reading",
    "Shot",
    "SignInTries",
    "SignedInSession",
    "Take",
    "User",
    "WordsHeard",
]
