"""Build core/tables/letters.json from the Hershey simplex Roman letters.

    pip install Hershey-Fonts==2.1.0 && python tools/letters.py

[hershey1967]: made by the US government, free to use; the package is MIT. Not a runtime
dependency: single lines of the printable letters are kept, in units of which a capital is 21
high, x from the letter's left edge, y up from the line it stands on.
"""

import json
from pathlib import Path

from HersheyFonts import HersheyFonts

TO = Path(__file__).parent.parent / "src/patient_owl/core/tables/letters.json"


def main() -> None:
    font = HersheyFonts()
    font.load_default_font("futural")
    base = font.render_options["base_line"]
    letters = {}
    for letter in map(chr, range(32, 127)):
        glyph = next(iter(font.glyphs_for_text(letter)))
        strokes = [
            [[x - glyph.left_offset, base - y] for x, y in stroke] for stroke in glyph.strokes
        ]
        letters[letter] = {"width": glyph.char_width, "strokes": [s for s in strokes if s]}
    TO.write_text(json.dumps(letters, separators=(",", ":")) + "\n")


if __name__ == "__main__":
    main()
