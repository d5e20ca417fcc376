/** Arrows of forces: so long for each newton, and at least, mm. */
const PER_NEWTON = 4.2;
const LEAST = 34;

/** How long the arrow of a force is drawn, mm. */
export const arrow = (force: number): number => LEAST + Math.abs(force) * PER_NEWTON;
