/** Whether two JSON values say the same, whatever the order of their keys. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(left).filter((k) => left[k] !== undefined);
  const others = Object.keys(right).filter((k) => right[k] !== undefined);
  return keys.length === others.length && keys.every((k) => k in right && sameJson(left[k], right[k]));
}
