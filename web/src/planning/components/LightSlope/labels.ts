/** Where the names of a night's events stand on the slope, clear of curves and marks: pure layout. */

export interface Mark {
  x: number
  y: number
}

export interface Around {
  left: number
  right: number
  /** Where the curves are at a height. */
  curvesAt: (y: number) => number[]
  /** The eyes of the shots. */
  marks: Mark[]
}

const LINE = 14 // a name is this high
const EYE = 20 // and an eye this far off is in its way
const PX_PER_LETTER = 7.3

export interface Plate {
  x: number
  y: number
  width: number
  height: number
}

/** The plate behind a name whose foot is at y, at the side where less is in its way. */
export function plateOf(text: string, y: number, around: Around): Plate {
  const width = PX_PER_LETTER * text.length + 8
  const at = (x: number): Plate => ({ x, y: y - LINE + 3, width, height: LINE + 2 })
  const sides = [at(around.left + 4), at(around.right - width - 4)] as const
  const [left, right] = sides.map((plate) => inTheWay(plate, around)) as [number, number]
  return sides[left <= right ? 0 : 1]
}

/** An eye hides a name; a curve only passes behind its plate. */
function inTheWay(plate: Plate, { curvesAt, marks }: Around): number {
  const within = (x: number, by: number) => x > plate.x - by && x < plate.x + plate.width + by
  const middle = plate.y + plate.height / 2
  const eyes = marks.filter((mark) => within(mark.x, EYE) && Math.abs(mark.y - middle) < EYE)
  const curves = [plate.y, middle, plate.y + plate.height].flatMap(curvesAt)
  return 10 * eyes.length + curves.filter((x) => within(x, 4)).length
}
