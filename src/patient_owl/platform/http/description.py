"""The API's description made complete: every refusal an operation may answer with, by rule.

What may be refused follows from what an operation is asked, so it is written here once and not
beside each; a fuzz test holds every answer against it.
"""

from typing import Any

from fastapi import FastAPI
from fastapi.routing import iter_route_contexts

from patient_owl.platform.http.problems import MEDIA_TYPE, TYPES, ProblemOut
from patient_owl.platform.http.request import CSRF_HEADER, InOneTransaction

_SAFE = ("get", "head", "options")
_WORDS = {
    400: "What was sent cannot be read",
    401: "Nobody is signed in",
    403: "The change did not come from our own page, or is not allowed",
    404: "There is no such thing, or it is somebody else's",
    409: "It cannot be done in the present state",
    412: "It was changed since it was read; nothing was overwritten",
    413: "More than is taken at a time",
    422: "A value that cannot be used, with what is accepted",
    428: "An edit that does not say which version it changes",
    429: "Too many at once; Retry-After says when",
    503: "No database, or too many ask at once; nothing was kept, Retry-After says when",
}
_EXAMPLE = {
    "type": f"urn:patient-owl:problem:{TYPES[422]}",
    "title": "Unprocessable Content",
    "status": 422,
    "detail": "latitude_deg: less than or equal to 90, got 243.3",
    "errors": [
        {"name": "latitude_deg", "wanted": "less than or equal to 90", "got": "243.3"},
    ],
}
_VALUES = ("default", "const", "enum", "example", "examples")  # of the photographer, not schemas
_CSRF = {
    "type": "apiKey",
    "in": "header",
    "name": CSRF_HEADER,
    "description": "the session's csrf_token, which only our own page can read",
}


def describe(app: FastAPI) -> None:
    """Let the app tell all it may answer."""
    plain = app.openapi

    def openapi() -> dict[str, Any]:
        if app.openapi_schema is None:
            _complete(plain(), _reading(app))
        return plain()

    app.openapi = openapi  # type: ignore[method-assign]


def _reading(app: FastAPI) -> set[tuple[str, str]]:
    """What changes nothing, though it is asked by POST."""
    read_alone = set()
    for context in iter_route_contexts(app.routes):
        route = context.original_route
        if isinstance(route, InOneTransaction) and route.only_reads:
            read_alone |= {(context.path or "", method.lower()) for method in context.methods or ()}
    return read_alone


def _complete(description: dict[str, Any], reading: set[tuple[str, str]]) -> None:
    schemas = description["components"]["schemas"]
    for stock in ("HTTPValidationError", "ValidationError"):
        schemas.pop(stock, None)
    for name in schemas:
        if name.endswith("Out"):
            schemas[name].pop("examples", None)  # of the request it grew from
    problem_schema = ProblemOut.model_json_schema(ref_template="#/components/schemas/{model}")
    schemas |= {**problem_schema.pop("$defs"), ProblemOut.__name__: problem_schema}
    description["components"]["securitySchemes"]["csrf"] = _CSRF
    description["components"]["responses"] = {
        _refusal_name(status): _refusal(status) for status in _WORDS
    }
    for path, operations in description["paths"].items():
        for method, operation in operations.items():
            if "security" in operation and method not in _SAFE:
                operation["security"] = [
                    scheme | {"csrf": []} for scheme in operation["security"][:1]
                ]
            own = {int(status) for status in operation["responses"]}
            refused = _refusals(method, operation)
            if (path, method) in reading:
                refused -= {409, 412}
            for status in sorted(refused | {s for s in own if s >= 400}):
                shared = f"#/components/responses/{_refusal_name(status)}"
                operation["responses"][str(status)] = {"$ref": shared}
    _drop_titles(description["components"])
    _drop_titles(description["paths"])


def _drop_titles(part: Any) -> None:
    """Pydantic titles everything by its name, which the name beside it says already."""
    if isinstance(part, list):
        for item in part:
            _drop_titles(item)
    elif isinstance(part, dict):
        if isinstance(part.get("title"), str):
            del part["title"]
        for key, value in part.items():
            if key not in _VALUES:
                # what is called a title is one of a schema's properties, and stays
                _drop_titles(list(value.values()) if key == "properties" else value)


def _refusals(method: str, operation: dict[str, Any]) -> set[int]:
    parameters = {p["name"].lower() for p in operation.get("parameters", ())}
    names_a_thing = any(
        p["in"] == "path" or p["name"].endswith("_id") for p in operation.get("parameters", ())
    )
    takes_body = "requestBody" in operation
    statuses = {503}
    if "security" in operation:
        statuses |= {401, 403}  # a helper reads one night alone
    if parameters or takes_body:
        statuses.add(422)
    if names_a_thing or takes_body:
        statuses.add(404)
    if takes_body:
        statuses |= {400, 413}
    if method not in _SAFE:
        statuses |= {409, 412}
    if "if-match" in parameters and method != "delete":
        statuses.add(428)
    return statuses


def _refusal_name(status: int) -> str:
    return f"Problem{status}"


def _refusal(status: int) -> dict[str, Any]:
    content: dict[str, Any] = {"schema": {"$ref": f"#/components/schemas/{ProblemOut.__name__}"}}
    if status == 422:
        content["example"] = _EXAMPLE
    return {"description": _WORDS[status], "content": {MEDIA_TYPE: content}}
