"""Answers that are no JSON, each with the media type the description tells."""

from fastapi import Response
from fastapi.responses import StreamingResponse


class Pdf(Response):
    media_type = "application/pdf"


class Jpeg(Response):
    media_type = "image/jpeg"


class Png(Response):
    media_type = "image/png"


class Wav(Response):
    media_type = "audio/wav"


class Svg(Response):
    media_type = "image/svg+xml"


class PlainText(Response):
    media_type = "text/plain"


class CalendarFile(Response):
    media_type = "text/calendar"


class JsonFile(Response):
    """JSON as a file to keep, laid out by who gives it."""

    media_type = "application/json"


class AnyFile(StreamingResponse):
    media_type = "application/octet-stream"


class JsonLinesResponse(StreamingResponse):
    """One JSON object a line."""

    media_type = "application/x-ndjson"


class CsvFile(StreamingResponse):
    media_type = "text/csv"


class Zip(Response):
    media_type = "application/zip"


class ZipStream(StreamingResponse):
    media_type = "application/zip"
