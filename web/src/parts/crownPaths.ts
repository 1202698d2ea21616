/** How the crown map is put on screen: the face lies at +y on the map, and at the top of it. */
import type { Section } from '@/api/queries'

export type Point = readonly [number, number]

const drawn = ([x, y]: Point) => `${x.toFixed(2)} ${(-y).toFixed(2)}`

export const path = (points: readonly Point[], close = true) =>
  points.map((point, i) => `${i ? 'L' : 'M'}${drawn(point)}`).join('') + (close ? 'Z' : '')

/** The frame round points, with room at its edges [cm]. */
export function frame(points: readonly Point[], side: number, above: number) {
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => -y)
  const left = Math.min(...xs) - side
  const top = Math.min(...ys) - above
  return {
    left,
    top,
    width: Math.max(...xs) + side - left,
    height: Math.max(...ys) + above - top,
    first: Math.min(...ys),
    last: Math.max(...ys),
  }
}

/** A short stroke from the number in the direction the hair is laid. */
export function stroke(section: Section, length = 1): { from: Point; to: Point } {
  const [x, y] = section.centre as [number, number]
  const out = Math.hypot(x, y) || 1
  const ways: Record<string, Point> = {
    back: [0, 1],
    down: [x / out, -y / out],
    forward: [0, -1],
    left: [-1, 0],
    right: [1, 0],
  }
  const [dx, dy] = ways[section.lay] ?? [0, 1]
  const begin = 0.95 * Math.min(1, length)
  return {
    from: [x + dx * begin, -y + dy * begin],
    to: [x + dx * (begin + 1.4 * length), -y + dy * (begin + 1.4 * length)],
  }
}

/** How a line follows the pointer: by how much its place changes with a shift on the map. */
export function shifted(
  kind: string,
  at: number,
  from: Point,
  to: Point,
  apex: Point | undefined,
): number {
  if (kind === 'across') return at + to[1] - from[1]
  if (kind === 'v' && apex) {
    const angle = ([x, y]: Point) =>
      (Math.atan2(Math.abs(x - apex[0]), y - apex[1]) * 180) / Math.PI
    return at + angle(to) - angle(from)
  }
  if (kind === 'round') return at + Math.hypot(...to) - Math.hypot(...from)
  return at + to[0] - from[0]
}
