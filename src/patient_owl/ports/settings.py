"""What can be set from outside, by environment variables that begin with OWL_."""

import os
from pathlib import Path
from typing import Annotated

from pydantic import Field
from pydantic_settings import BaseSettings, SettingsConfigDict

from patient_owl.core.kept import kept

PROJECT_DIR = Path(__file__).resolve().parents[3]


class AppSettings(BaseSettings):
    """Read once at start; the defaults are a complete configuration."""

    model_config = SettingsConfigDict(env_prefix="OWL_")

    var_dir: Path = PROJECT_DIR / "var"
    host: str = "127.0.0.1"
    port: Annotated[int, Field(ge=1, le=65535)] = 8040
    # processes that answer; each has one core's worth of Python
    workers: Annotated[int, Field(ge=1, le=30)] = Field(default_factory=lambda: os.cpu_count() or 1)
    demo: bool = False
    database_url: str = ""
    # A cookie marked Secure is dropped by browsers on plain http; set behind TLS.
    secure_cookies: bool = False
    session_days: int = 30

    @property
    def data_dir(self) -> Path:
        """Demo data never mixes with real data: each has its own directory."""
        return self.var_dir / ("demo" if self.demo else "data")

    @property
    def web_dist_dir(self) -> Path:
        return PROJECT_DIR / "web" / "dist"


@kept(most=1, mb=1)
def get_settings() -> AppSettings:
    return AppSettings()
