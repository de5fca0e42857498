"""Files an answer gives to be kept: named by job, what they are and the day, in any script, safe on every system."""

from __future__ import annotations

from urllib.parse import quote

from fastapi.responses import Response
from pathvalidate import sanitize_filename

LONGEST = 60  # characters of each part: three in any script fit every file system's 255 bytes with what follows


def file_name(*parts: str, ending: str) -> str:
    """Make a file's name of what it is about.

    Args:
        parts: job, mark, what it is, day; ending: such as `pdf`.
    """
    said = " ".join(part[:LONGEST].strip() for part in parts if part.strip())
    while len(said.encode()) > 200:
        said = said[:-1]
    name = sanitize_filename(said, platform="universal", replacement_text="-").strip(" .")
    return f"{name or 'jambo'}.{ending}"


def attached(content: bytes | str, media: str, name: str) -> Response:
    """Give a file to be kept under a name."""
    return Response(content, media_type=media, headers=attachment(name))


def attachment(name: str) -> dict[str, str]:
    """The header that has a browser keep an answer under a name."""
    plain = name.encode("ascii", "replace").decode().replace("?", "_").replace('"', "_")
    return {"content-disposition": f"attachment; filename=\"{plain}\"; filename*=UTF-8''{quote(name)}"}
