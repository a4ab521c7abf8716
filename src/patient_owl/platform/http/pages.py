"""The built front end: its files, and index.html for every address of the single page."""

from pathlib import Path

from fastapi import FastAPI, Request, Response
from fastapi.responses import FileResponse
from starlette.routing import Match, Route
from starlette.types import Scope

_NEVER_STALE = {"Cache-Control": "no-cache"}
# the build names these by their content
_NEVER_CHANGES = {"Cache-Control": "public, max-age=31536000, immutable"}


def serve_pages(app: FastAPI, dist: Path) -> None:
    """Only files that were there at the start are ever opened, whatever an address says."""
    index = dist / "index.html"
    if not index.is_file():
        return
    files = {str(file.relative_to(dist)): file for file in dist.rglob("*") if file.is_file()}

    def page(request: Request) -> Response:
        path = request.path_params["path"]
        file = files.get(path)
        if file is None or file == index:
            return FileResponse(index, headers=_NEVER_STALE)
        if path.startswith("assets/"):
            return FileResponse(file, headers=_NEVER_CHANGES)
        # the service worker decides what is current; it must never be stale itself
        return FileResponse(file, headers=_NEVER_STALE if file.name == "sw.js" else None)

    app.router.routes.append(_Page("/{path:path}", page))


class _Page(Route):
    """Any address but the API's: there an unknown one is an error, not a page."""

    def matches(self, scope: Scope) -> tuple[Match, Scope]:
        return (Match.NONE, {}) if scope["path"].startswith("/api/") else super().matches(scope)
