import { changeOpening, changePart } from '../design/layoutEdits.ts';
import type { Design, Opening } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import type { ControlFit } from './controls.ts';

const RAD = Math.PI / 180;
const tidy = (v: number): number => Number(v.toFixed(2));

/** Parts that hang in an opening: those whose hole comes out in it. */
export const mountedIn = (fits: readonly ControlFit[], id: string): readonly string[] =>
  fits
    .filter((f) => f.cavity?.owner.kind === 'opening' && f.cavity.owner.id === id)
    .map((f) => f.part.part.id);

/**
 * The design with an opening moved or turned; where it carries its parts, those that are mounted in it go with it as one
 * piece. `fits`: how the controls of the design sit before the move.
 */
export function moveOpening(
  design: Design,
  id: string,
  to: Partial<Pick<Opening, 'at' | 'turn'>>,
  fits: readonly ControlFit[],
): Design {
  const opening = design.openings.find((o) => o.id === id);
  if (!opening) return design;
  const moved = changeOpening(design, id, to);
  if (!opening.carries) return moved;
  const at = to.at ?? opening.at;
  const turn = (to.turn ?? opening.turn) - opening.turn;
  const [c, s] = [Math.cos(turn * RAD), Math.sin(turn * RAD)];
  const place = (p: Point): Point => {
    const [x, y] = [p.x - opening.at.x, p.y - opening.at.y];
    return { x: tidy(at.x + c * x - s * y), y: tidy(at.y + s * x + c * y) };
  };
  return mountedIn(fits, id).reduce((now, part) => {
    const before = design.parts.find((p) => p.id === part)!;
    return changePart(now, part, { at: { ...place(before.at) }, turn: tidy(before.turn + turn) });
  }, moved);
}
