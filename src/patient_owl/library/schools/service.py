"""Keeping which side a photographer takes."""

from sqlalchemy.orm import Session

from patient_owl.core.plan.schools import SCHOOLS, checked_schools, default_school
from patient_owl.library.schools.schemas import SchoolOut, SchoolsOut, SideOut
from patient_owl.platform.storage.owned import check_version
from patient_owl.platform.tables.accounts import User
from patient_owl.words.schools import SIDES, TITLES


def schools_of(user: User) -> dict[str, str]:
    """Every question with the side taken, the default where none was picked."""
    return {key: user.schools.get(key, default_school(key)) for key in SCHOOLS}


def schools_out(user: User) -> SchoolsOut:
    picked = schools_of(user)
    schools = [
        SchoolOut(
            key=key,
            title=TITLES[key],
            sides=[
                SideOut(key=side, name=SIDES[side].name, argument=SIDES[side].argument)
                for side in sides
            ],
            picked=picked[key],
        )
        for key, sides in SCHOOLS.items()
    ]
    return SchoolsOut(version=user.version, schools=schools)


def pick(session: Session, user: User, version: int, given: dict[str, str]) -> SchoolsOut:
    check_version(user, version)
    user.schools = {**user.schools, **checked_schools(given)}
    session.flush()
    return schools_out(user)
