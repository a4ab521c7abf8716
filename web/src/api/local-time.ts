/** Between UTC and the clock on the wall of a place, for date-time fields. */

function parts(at: number, timeZone: string): Record<string, string> {
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  })
  return Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]))
}

/** The day this device's calendar shows. */
export const today = () =>
  new Date(Date.now() - new Date().getTimezoneOffset() * 60000).toISOString().slice(0, 10)

/** An evening's date as it is read: `Tuesday 24 November 2026`. */
export const dayText = (isoDate: string, weekday: 'short' | 'long' = 'long') =>
  new Date(`${isoDate}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday,
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  })

/** `2026-11-24T22:40` as a clock in `timeZone` shows it. */
export function toLocal(utc: string, timeZone: string): string {
  const p = parts(Date.parse(utc), timeZone)
  return `${p.year}-${p.month}-${p.day}T${p.hour}:${p.minute}`
}

/** The moment a clock in `timeZone` shows `local`; null when the text is no date and time. */
export function fromLocal(local: string, timeZone: string): string | null {
  const wanted = Date.parse(`${local}Z`)
  if (!Number.isFinite(wanted)) return null
  // twice: the first guess may lie on the other side of a change of the clocks
  let at = wanted
  for (let i = 0; i < 2; i++) at += wanted - Date.parse(`${toLocal(iso(at), timeZone)}Z`)
  return iso(at)
}

function iso(at: number): string {
  return new Date(at).toISOString()
}
