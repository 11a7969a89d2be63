/** Things by a key of theirs, each group in the order given; the groups in the order in which they begin. */
export function groupBy<Key, Thing>(
  things: Iterable<Thing>,
  keyOf: (thing: Thing) => Key,
): ReadonlyMap<Key, readonly Thing[]> {
  const groups = new Map<Key, Thing[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [thing]);
    else group.push(thing);
  }
  return groups;
}
