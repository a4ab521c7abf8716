/** A skyline as a filled path: points in degrees, scales to px. */
export function skylinePath(
  outline: number[][],
  x: (azimuth_deg: number) => number,
  y: (altitude_deg: number) => number,
  bottom: number,
): string {
  const points = outline.map(([azimuth = 0, altitude = 0]) => `L${x(azimuth)} ${y(altitude)}`)
  return `M${x(0)} ${bottom} ${points.join(' ')} L${x(360)} ${bottom} Z`
}

export const WINDS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'N'].map((name, i) => ({
  name,
  azimuth_deg: 45 * i,
}))
