"""The sources behind the numbers, by key. docs/references.md is printed from here."""

SOURCES: dict[str, str] = {
    "common_practice": "Common practice of the trade; no published source.",
    "derived_drift": "Derived: the sky's turning carried through the lens's rectilinear "
    "projection, at the worst point of the frame.",
    "meterless_meter": "Predicted light: ground illuminance after Janiczek and DeYoung (1987), "
    "sky after Krisciunas and Schaefer (1991); see the page on the meterless meter.",
    "ordered_words": "Bayes' rule over the scene's light, with an ordered regression of words "
    "whose errors have Student's tails; A. Agresti, Analysis of Ordinal Categorical Data, 2nd ed. "
    "(2010), ch. 5, and K. Lange et al. (1989).",
    "rfc5545": "RFC 5545, Internet Calendaring and Scheduling (iCalendar).",
    "rfc6266": "RFC 6266 and 8187, Content-Disposition and letters beyond ASCII in it.",
    "rfc6797": "RFC 6797, HTTP Strict Transport Security.",
    "rfc9110": "RFC 9110, HTTP Semantics.",
    "rfc9457": "RFC 9457, Problem Details for HTTP APIs.",
    "itu-t81": "ITU-T Recommendation T.81 (JPEG), annex B; from memory.",
    "tiff6": "TIFF Revision 6.0 (1992), section 2: header, tables of tags, and kinds of values.",
    "iso14496-12": "ISO/IEC 14496-12, base media file format: boxes; from memory.",
    "iso16684": "ISO 16684-1, XMP data model and serialization; properties from memory.",
    "cipa-dc010": "CIPA DC-010, Exif metadata for XMP; from memory.",
    "iso23008-12": "ISO/IEC 23008-12 (HEIF), brands of still pictures; from memory.",
    "fisher1935": "R. A. Fisher, The Design of Experiments, 1935, ch. II: the exact test of a table "
    "of two by two; from memory.",
    "searle1992": "S. Searle, G. Casella, C. McCulloch, Variance Components, Wiley 1992, ch. 7: "
    "prediction of random effects; from memory.",
    "tzdata": "IANA Time Zone Database.",
    "mariadb-errors": "MariaDB Knowledge Base, Error Codes.",
    "owasp-csv": "OWASP, CSV Injection; from memory.",
    "owasp-passwords": "OWASP, Password Storage Cheat Sheet; from memory.",
    "unicode15": "The Unicode Standard 15.0, sections 3.4 and 23.7.",
    "michaud": "F. Michaud, Société Astronomique du Havre: aperture–pitch–focal formula; "
    "coefficients from memory.",
    "alduchov1996": "O. Alduchov, R. Eskridge, Improved Magnus form approximation of saturation "
    "vapor pressure, J. Appl. Meteor. 35 (1996) 601–609.",
    "imo-calendar": "International Meteor Organization, Meteor Shower Calendar, working list of "
    "visual meteor showers; from memory.",
    "pugh2014": "D. Pugh, P. Woodworth, Sea-Level Science, Cambridge 2014, ch. 4: constituents of the "
    "tide, and high water by the Moon's passage; from memory.",
    "vanleeuwen2007": "F. van Leeuwen, Hipparcos, the New Reduction of the Raw Data, Springer 2007 "
    "(ESA catalogue I/311).",
    "allen2000": "A. Cox (ed.), Allen's Astrophysical Quantities, 4th ed., Springer 2000: "
    "illuminance of a star of V 0; from memory.",
    "ballesteros2012": "F. Ballesteros, New insights into black bodies, EPL 97 (2012) 34008.",
    "blandhawthorn2016": "J. Bland-Hawthorn, O. Gerhard, The Galaxy in Context, Annu. Rev. Astron. "
    "Astrophys. 54 (2016) 529–596; values from memory.",
    "cox1954": "C. Cox, W. Munk, Measurement of the roughness of the sea surface from photographs of "
    "the Sun's glitter, J. Opt. Soc. Am. 44 (1954) 838–850; coefficients from memory.",
    "kim2002": "Y. Kim et al., Design of advanced color temperature control system for HDTV "
    "applications, J. Korean Phys. Soc. 41 (2002) 865–871; coefficients from memory, held against "
    "illuminant A.",
    "leinert1998": "Ch. Leinert et al., The 1997 reference of diffuse night sky brightness, Astron. "
    "Astrophys. Suppl. 127 (1998) 1–99, section 10; from memory.",
    "mallama2018": "A. Mallama, J. Hilton, Computing apparent planetary magnitudes for The "
    "Astronomical Almanac, Astron. Comput. 25 (2018) 10–24.",
    "agresti2010": "A. Agresti, Analysis of Ordinal Categorical Data, 2nd ed., Wiley, 2010.",
    "bortle2001": "J. Bortle, Introducing the Bortle Dark-Sky Scale, "
    "Sky and Telescope 101 (2001) 126.",
    "cipa-dc008": "CIPA DC-008 / Exif, annex C: APEX units.",
    "falchi2016": "F. Falchi et al., The new world atlas of artificial night sky brightness, "
    "Science Advances 2 (2016) e1600377.",
    "folkner2009": "W. Folkner, J. Williams, D. Boggs, The Planetary and Lunar Ephemeris DE 421, "
    "IPN Progress Report 42-178 (2009).",
    "bipm2019": "BIPM, The International System of Units, 9th ed. (2019).",
    "chinneck2008": "J. Chinneck, Feasibility and Infeasibility in Optimization, Springer 2008, "
    "ch. 6: the deletion filter.",
    "derived_beam": "Derived: a line of sight across a lit cone of air; scattered once, seen square on.",
    "derived_ghost": "Derived: a ghost's brightness is its share of the exposure, log2 q stops.",
    "derived_lamp": "Derived: lumens spread evenly over the cone of the beam; inverse square and cosine.",
    "derived_line": "Derived: a spot of the line sees the tool for its width over its pace; "
    "ISO 2720's reflected metering turns luminance times time into stops.",
    "derived_motion": "Derived: thin lens, a thing at distance d draws v·t·f/d on the sensor.",
    "derived_shake": "Derived: wind pressure on a sprung mass, anchored on common practice; "
    "good to a factor of two.",
    "emva1288": "EMVA Standard 1288, Release 4.0 (2021): characterisation of image sensors and "
    "cameras.",
    "derived_sweep": "Derived: similar triangles from the swept path over the edge to the wall.",
    "film_sheet": "The reciprocity given for the film in your kit.",
    "fl1": "ANSI/PLATO FL 1, Flashlight Basic Performance Standard: beam distance where the beam "
    "gives 0.25 lx; from memory.",
    "hecht2016": "E. Hecht, Optics, 5th ed., Pearson 2016, sec. 10.2.5.",
    "hecht2016-fresnel": "E. Hecht, Optics, 5th ed., Pearson 2016, sec. 4.6: Fresnel's equations.",
    "hershey1967": "A. Hershey, Calligraphy for Computers, US Naval Weapons Laboratory TR-2101 "
    "(1967).",
    "henyey1941": "L. Henyey, J. Greenstein, Diffuse radiation in the galaxy, Astrophys. J. 93 (1941) "
    "70–83.",
    "iau2012": "International Astronomical Union, Resolution B2 (2012), re-definition of the "
    "astronomical unit of length.",
    "iau2015": "B. Archinal et al., Report of the IAU Working Group on Cartographic Coordinates "
    "2015, Celest. Mech. Dyn. Astr. 130 (2018) 22.",
    "iers2010": "G. Petit, B. Luzum (eds.), IERS Conventions (2010), IERS Technical Note 36.",
    "iec61966": "IEC 61966-2-1:1999, sRGB colour space.",
    "iso12232": "ISO 12232:2019, Digital still cameras: exposure index, ISO speed ratings.",
    "iso2720": "ISO 2720:1974, General purpose photographic exposure meters.",
    "janiczek1987": "P. Janiczek, J. DeYoung, Computer Programs for Sun and Moon Illuminance, "
    "USNO Circular 171 (1987).",
    "kasten1980": "F. Kasten, G. Czeplak, Solar and terrestrial radiation dependent on the amount "
    "and type of cloud, Solar Energy 24 (1980) 177–189.",
    "koschmieder1924": "H. Koschmieder, Theorie der horizontalen Sichtweite, Beitr. Phys. freien Atm. 12 "
    "(1924) 33–53; from memory.",
    "krisciunas1991": "K. Krisciunas, B. Schaefer, A model of the brightness of moonlight, PASP "
    "103 (1991) 1033–1039.",
    "kyba2011": "C. Kyba et al., Cloud coverage acts as an amplifier for ecological light "
    "pollution in urban ecosystems, PLoS ONE 6 (2011) e17307.",
    "lange1989": "K. Lange, R. Little, J. Taylor, Robust statistical modeling using the t "
    "distribution, J. Am. Stat. Assoc. 84 (1989) 881–896.",
    "meeus1998": "J. Meeus, Astronomical Algorithms, 2nd ed., Willmann-Bell, 1998.",
    "nfpa1123": "NFPA 1123, Code for Fireworks Display; from memory.",
    "patat2006": "F. Patat, O. Ugolnikov, O. Postylyakov, UBVRI twilight sky brightness at "
    "ESO-Paranal, Astron. Astrophys. 455 (2006) 385–393; coefficients from memory.",
    "ray2002": "S. Ray, Applied Photographic Optics, 3rd ed., Focal Press 2002, ch. 22.",
    "ray2002-flash": "S. Ray, Applied Photographic Optics, 3rd ed., Focal Press 2002: guide number; "
    "from memory.",
    "saemundsson1986": "Þ. Sæmundsson, Astronomical refraction, Sky and Telescope 72 (1986) 70.",
    "usno-rst": "US Naval Observatory, Rise, Set, and Twilight Definitions.",
    "wyszecki1982": "G. Wyszecki, W. Stiles, Color Science, 2nd ed., Wiley 1982: reciprocal colour "
    "temperature; from memory.",
    "cramer1993": "O. Cramer, J. Acoust. Soc. Am. 93 (1993), 2510: the speed of sound in air, "
    "331.29 m/s at 0 °C when dry; from memory.",
    "w3c-orientation": "W3C, DeviceOrientation Event Specification: the frame, the three angles and "
    "their order; from memory.",
    "karney2013": "C. F. F. Karney, Algorithms for geodesics, J. Geodesy 87 (2013), 43; by the "
    "package geographiclib.",
    "terrestrial-refraction": "Coefficient of refraction 0.13 over land, after Gauss; from memory.",
    "wmm2025": "NOAA NCEI and British Geological Survey, The US/UK World Magnetic Model for 2025-2030 "
    "(2024), with its error model; values in tests from memory.",
    "wgs84": "NIMA TR8350.2, World Geodetic System 1984, 3rd ed. (2000).",
}
