/** A row without some of what the server told of it: what goes out again is what may be decided. */
export function without<T extends object, K extends keyof T>(row: T, ...keys: K[]): Omit<T, K> {
  const left = Object.entries(row).filter(([key]) => !(keys as string[]).includes(key))
  return Object.fromEntries(left) as Omit<T, K>
}
