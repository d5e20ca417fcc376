/** The clock is looked at every so many calls. */
const LOOKS = 8;

/** Gives a function to be called in every loop of some work; it throws what `late` makes once the work took over `within` ms. */
export function startClock(within: number, late: () => Error): () => void {
  const end = performance.now() + within;
  let calls = 0;
  return () => {
    calls += 1;
    if (calls % LOOKS === 0 && performance.now() > end) throw late();
  };
}
