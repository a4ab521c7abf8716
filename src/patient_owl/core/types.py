"""Array types shared by the core."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

FloatArray = NDArray[np.float64]
ComplexArray = NDArray[np.complex128]
BoolArray = NDArray[np.bool_]
IntArray = NDArray[np.intp]
# of pictures, single where they are large: a double would be twice the memory for nothing
Pixels = NDArray[np.floating[Any]]

Stretch = tuple[float, float]  # from and to, epoch_seconds
