/**
 * A result that follows from an object which never changes, worked out once for each: a save makes a new design that
 * shares with the one before all that it did not touch.
 */
export function byObject<K extends object, V>(of: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { readonly value: V }>();
  return (key) => {
    const found = known.get(key);
    if (found) return found.value;
    const value = of(key);
    known.set(key, { value });
    return value;
  };
}
