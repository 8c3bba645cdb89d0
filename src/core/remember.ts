// Values worked out of a thing that never changes, kept as long as the thing itself is: the same answer, sooner.

const mostKeys = 400;

/** A function that works something out once for each thing and key. Both must say all that the answer hangs on. */
export function remembering<Thing extends object, Value>(): (thing: Thing, key: string, make: () => Value) => Value {
  const held = new WeakMap<Thing, Map<string, Value>>();
  return (thing, key, make) => {
    const own = held.get(thing) ?? new Map<string, Value>();
    if (!held.has(thing)) held.set(thing, own);
    const found = own.get(key);
    if (found !== undefined) return found;
    if (own.size >= mostKeys) own.clear();
    const made = make();
    own.set(key, made);
    return made;
  };
}
