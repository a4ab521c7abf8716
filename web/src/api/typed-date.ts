/** A day as people type it, day before month: `27.11.`, `27 November`, `27 nov 2026`, `2026-11-27`. */
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})$/
const TYPED =
  /^(?:[a-z]+,?\s+)?(\d{1,2})(?:st|nd|rd|th)?[\s./]+(\d{1,2}|[a-z]{3,9})\.?(?:[\s,./]+(\d{4}))?$/i

/** `YYYY-MM-DD`; without a year the next such day from `from` on; null when it is no day. */
export function typedDate(text: string, from: string): string | null {
  const typed = text.trim()
  const iso = ISO.exec(typed)
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const found = TYPED.exec(typed)
  if (!found?.[1] || !found[2]) return null
  const named = MONTHS.indexOf(found[2].slice(0, 3).toLowerCase()) + 1
  const month = /^\d/.test(found[2]) ? Number(found[2]) : named
  if (found[3]) return dayOf(Number(found[3]), month, Number(found[1]))
  const year = Number(from.slice(0, 4))
  const soon = dayOf(year, month, Number(found[1]))
  return soon && soon >= from ? soon : dayOf(year + 1, month, Number(found[1]))
}

function dayOf(year: number, month: number, day: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, day))
  const isThere = at.getUTCMonth() === month - 1 && at.getUTCDate() === day
  return isThere ? at.toISOString().slice(0, 10) : null
}
