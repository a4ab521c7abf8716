"""What simulated devices remember, where every process finds it."""

from typing import Any
from uuid import UUID

from sqlalchemy import JSON, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Mapped, Session, mapped_column

from patient_owl.platform.storage.base import Base


class DeviceState(Base):
    """device: the shot whose tripod it stands on."""

    __tablename__ = "device_states"

    device_id: Mapped[UUID] = mapped_column(primary_key=True)
    state: Mapped[dict[str, Any]] = mapped_column(JSON)


class DeviceMemory:
    """Stands behind adapters.camera.Memory, within one request's transaction."""

    def __init__(self, session: Session, device_id: UUID) -> None:
        self._session = session
        self._device_id = device_id
        self._query = select(DeviceState.state).where(DeviceState.device_id == device_id)

    def read(self) -> dict[str, Any] | None:
        return self._session.scalar(self._query)

    def read_to_change(self) -> dict[str, Any] | None:
        return self._session.scalar(self._query.with_for_update())

    def keep(self, state: dict[str, Any]) -> None:
        row = insert(DeviceState).values(device_id=self._device_id, state=state)
        self._session.execute(row.on_duplicate_key_update(state=row.inserted.state))
