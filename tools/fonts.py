"""Make the card's two fonts from the page's own: python tools/fonts.py (needs brotli).

Regular and bold of Atkinson Hyperlegible Next (SIL Open Font License), cut from the variable
web font, since PDF writers want plain TrueType.
"""

from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

SOURCE = Path(
    "web/node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/"
    "atkinson-hyperlegible-next-latin-wght-normal.woff2"
)
TARGET = Path("src/patient_owl/formats/fonts")
WEIGHTS = {"regular": 400, "bold": 700}

if __name__ == "__main__":
    for name, weight in WEIGHTS.items():
        font = instantiateVariableFont(TTFont(SOURCE), {"wght": weight})
        font.flavor = None
        font.save(TARGET / f"card-{name}.ttf")
