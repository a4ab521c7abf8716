"""Logs as JSON, one object a line."""

import json
import logging
import sys
from datetime import UTC, datetime
from typing import Any


class JsonLinesFormatter(logging.Formatter):
    """One JSON object a line: time, level, logger, message and whatever `extra` brought."""

    _usual = frozenset(logging.makeLogRecord({}).__dict__) | {"message", "asctime", "color_message"}

    def format(self, record: logging.LogRecord) -> str:
        line: dict[str, Any] = {
            "at_utc": datetime.fromtimestamp(record.created, UTC).isoformat(
                timespec="milliseconds"
            ),
            "level": record.levelname.lower(),
            "logger": record.name,
            "message": record.getMessage(),
        }
        line |= {k: v for k, v in record.__dict__.items() if k not in self._usual}
        if record.exc_info:
            line["traceback"] = self.formatException(record.exc_info)
        return json.dumps(line, default=str)


def install_logging() -> None:
    handler = logging.StreamHandler(sys.stderr)
    handler.setFormatter(JsonLinesFormatter())
    logging.basicConfig(level=logging.INFO, handlers=[handler], force=True)
    logging.getLogger("uvicorn.access").disabled = True  # our own line says more
