"""Every table, so that migrations and tests see the whole schema by importing one module."""

from patient_owl.accounts.models import House, KnownDevice, SignedInSession, SignInTries, User
from patient_owl.kit.models import KitItem
from patient_owl.learned.models import FindingRow, LessonOff, WordsHeard
from patient_owl.nights.models import Night
from patient_owl.pictures.models import Intake, Photo, PhotoPart
from patient_owl.places.models import Place
from patient_owl.practice.models import PracticeAttempt
from patient_owl.readings.models import Reading
from patient_owl.running.models import PackTick
from patient_owl.shots.models import Shot
from patient_owl.storage.base import Base
from patient_owl.storage.device_memory import DeviceState
from patient_owl.storage.leases import Lease
from patient_owl.takes.models import Take

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
