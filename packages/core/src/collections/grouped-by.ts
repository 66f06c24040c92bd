/** The items by what `key` says of each, groups and items in order of first appearance. */
export function groupedBy<T, K>(items: Iterable<T>, key: (item: T) => K): ReadonlyMap<K, readonly T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const name = key(item);
    const group = groups.get(name);
    if (group) group.push(item);
    else groups.set(name, [item]);
  }
  return groups;
}
