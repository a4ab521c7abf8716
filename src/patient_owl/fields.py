"""Field types that several schemas share."""

from typing import Annotated

from pydantic import Field, StringConstraints

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Notes = Annotated[str, Field(max_length=4000)]

# Two numbers of a table's row. A list, because OpenAPI's tuples do not survive every client.
Pair = Annotated[list[float], Field(min_length=2, max_length=2)]
