/** A result that takes long, as it stands: under way, there, or failed in words for people. */
export type Later<T> =
  | { readonly state: 'pending'; readonly share: number }
  | { readonly state: 'ready'; readonly value: T }
  | { readonly state: 'failed'; readonly message: string };

export const PENDING: Later<never> = { state: 'pending', share: 0 };

/** For rules: what is found in a result once it is there; a result that failed says so where it is shown, not here. */
export const onceReady = <T, F>(later: Later<T>, find: (value: T) => F): F | readonly never[] | 'checking' =>
  later.state === 'ready' ? find(later.value) : later.state === 'pending' ? 'checking' : [];
