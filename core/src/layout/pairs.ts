/** A result of two things, remembered while both live: what did not move is not looked at again. */
export function byPair<A extends object, B extends object, R>(f: (a: A, b: B) => R): (a: A, b: B) => R {
  const known = new WeakMap<A, WeakMap<B, { readonly result: R }>>();
  return (a, b) => {
    let of = known.get(a);
    if (!of) known.set(a, (of = new WeakMap()));
    const hit = of.get(b);
    if (hit) return hit.result;
    const result = f(a, b);
    of.set(b, { result });
    return result;
  };
}
