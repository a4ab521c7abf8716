/** What a shot cannot be planned without, of things of these kinds: as it is said to people. */
export function lacking(kinds: readonly string[]): string[] {
  const has = (...wanted: string[]) => wanted.some((kind) => kinds.includes(kind))
  return [...(has('body', 'film_back') ? [] : ['a camera']), ...(has('lens') ? [] : ['a lens'])]
}
