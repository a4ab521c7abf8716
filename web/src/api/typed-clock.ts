/** A time of day as people type it: `22:40`, `2240`, `9.15`, `10:40 pm`, `7`. */
const TYPED = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*([ap])?\.?\s*(?:m\.?)?$/i

/** `HH:MM` on the 24-hour clock; null when it is no time of day. */
export function typedClock(text: string): string | null {
  const found = TYPED.exec(text.trim())
  if (!found?.[1]) return null
  const half = found[3]?.toLowerCase()
  const hour = half ? (Number(found[1]) % 12) + (half === 'p' ? 12 : 0) : Number(found[1])
  const minute = Number(found[2] ?? 0)
  if ((half && Number(found[1]) > 12) || hour > 23 || minute > 59) return null
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
}
