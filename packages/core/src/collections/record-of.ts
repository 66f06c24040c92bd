/** A record with a value for every name of a list. */
export function recordOf<Name extends string, Value>(
  names: readonly Name[],
  valueOf: (name: Name) => Value,
): Readonly<Record<Name, Value>> {
  return Object.fromEntries(names.map((name) => [name, valueOf(name)])) as Record<Name, Value>;
}
