import { addOpening, changePart, plainStep } from '../design/layoutEdits.ts';
import { addWeight, setWood } from '../design/balanceEdits.ts';
import { editHeadstock } from '../design/neckEdits.ts';
import { moveNode } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import { BODY_LIMITS } from '../design/sections/body.ts';
import { buttonToNeckScrew } from '../balance/strapButtons.ts';
import { edgePartsFollow, squareOnEdge } from '../layout/onEdge.ts';
import type { Point } from '../geometry/point.ts';
import type { Slug } from './weightPlaces.ts';
import { distance } from '../geometry/point.ts';
import { solveOutline } from '../outline/solve.ts';
import { measureOf } from '../parts/kinds.ts';
import { shelfWood } from '../parts/woods.ts';
import { planStrings } from '../strings/stringPlan.ts';
import { inHand } from '../design/edits.ts';

/** A change that moves the balance, as data: plain, so that a worker can find it and the page apply it. mm and g. */
export type BalanceChange =
  /** The button at a place of the edge, square into the wood there: so far along the edge. */
  | {
      readonly kind: 'button along';
      readonly part: string;
      readonly along: number;
      readonly at: Point;
      readonly turn: number;
    }
  | { readonly kind: 'button to screw'; readonly part: string; readonly screw: number }
  | { readonly kind: 'button on heel'; readonly part: string; readonly at: Point }
  /** The button on the back, a little inside the horn’s tip. */
  | { readonly kind: 'button behind horn'; readonly part: string; readonly at: Point }
  /** The horn’s tip so much nutward, and what is near it with it. */
  | { readonly kind: 'longer horn'; readonly tip: Point; readonly by: number }
  /** The tail so much tailward. */
  | { readonly kind: 'longer tail'; readonly tail: number; readonly by: number }
  | { readonly kind: 'thinner body'; readonly by: number }
  | { readonly kind: 'other wood'; readonly piece: WoodPiece; readonly name: string }
  | { readonly kind: 'lighter tuners'; readonly by: number }
  | { readonly kind: 'shorter headstock'; readonly by: number }
  | { readonly kind: 'chamber'; readonly at: Point; readonly across: number; readonly deep: number }
  /** A slug of lead in a cavity, or in a hole that is drilled for it from the back and plugged. */
  | {
      readonly kind: 'weight';
      readonly mass: number;
      readonly slug: Slug;
      /** The cavity’s name, or what the hole is called. */
      readonly place: string;
      readonly hole: { readonly across: number; readonly deep: number } | null;
    }
  /** Two together, the second made after the first; `amounts` as each alone has it. */
  | {
      readonly kind: 'two';
      readonly first: OneChange;
      readonly second: OneChange;
      readonly amounts: readonly [number | null, number | null];
    };

/** A change that is not two together. */
export type OneChange = Exclude<BalanceChange, { readonly kind: 'two' }>;

/** What is near a horn’s tip, and near the tail, moves with it: less with the distance, mm. */
const HORN_NEAR = 110;
const TAIL_NEAR = 130;

const tidy = (v: number): number => Number(v.toFixed(2));

/** Moves nodes along the centre line, each by its share. */
function slideNodes(design: Design, share: (p: Point) => number, by: number): Design {
  return design.outline.nodes.reduce((now, { id, x, y }) => {
    const moved = share({ x, y }) * by;
    return Math.abs(moved) < 0.005 ? now : moveNode(now, id, { x: tidy(x + moved), y });
  }, design);
}

function changed(design: Design, change: BalanceChange): Design {
  switch (change.kind) {
    case 'button along':
      return changePart(design, change.part, {
        at: { x: tidy(change.at.x), y: tidy(change.at.y) },
        turn: change.turn,
      });
    case 'button to screw':
      return buttonToNeckScrew(design, change.part, change.screw, planStrings(design.strings));
    case 'button on heel':
    case 'button behind horn':
      return changePart(design, change.part, {
        face: 'back',
        at: { x: tidy(change.at.x), y: tidy(change.at.y) },
        turn: 0,
        tilt: 0,
      });
    case 'longer horn': {
      // Half a wave: the tip all of it, what is far from it nothing.
      const share = (p: Point): number =>
        p.y > 0 ? (1 + Math.cos(Math.PI * Math.min(1, distance(p, change.tip) / HORN_NEAR))) / 2 : 0;
      const longer = slideNodes(design, share, change.by);
      const path = solveOutline(longer.outline.nodes);
      // A button on the horn goes with it, as far from square as it was.
      return design.parts.reduce((now, { id, face, at, turn }) => {
        if (face !== 'edge' || share(at) === 0) return now;
        const [was, seat] = [
          squareOnEdge(solveOutline(design.outline.nodes), at),
          squareOnEdge(path, { x: at.x + share(at) * change.by, y: at.y }),
        ];
        return was && seat
          ? changePart(now, id, { at: { ...seat.at }, turn: tidy(seat.turn + turn - was.turn) })
          : now;
      }, longer);
    }
    case 'longer tail':
      return slideNodes(
        design,
        (p) => (1 + Math.cos(Math.PI * Math.min(1, (p.x - change.tail) / TAIL_NEAR))) / 2,
        -change.by,
      );
    case 'thinner body': {
      const { min } = BODY_LIMITS['body.thickness'];
      return inHand(
        {
          ...design,
          body: { ...design.body, thickness: Math.max(min, tidy(design.body.thickness - change.by)) },
        },
        'layout',
      );
    }
    case 'other wood': {
      const found = shelfWood(change.name);
      return found
        ? setWood(design, change.piece, {
            name: found.name,
            density: { likely: found.usual, from: found.low, to: found.high },
            board: null,
          })
        : design;
    }
    case 'lighter tuners':
      return editHeadstock(design, {
        tuners: design.headstock.tuners.map((t) => ({
          ...t,
          spec: {
            ...t.spec,
            measures: { ...t.spec.measures, mass: tidy(measureOf(t.spec, 'mass') - change.by) },
          },
        })),
      });
    case 'shorter headstock': {
      const { outline, tuners, trees } = design.headstock;
      const long = Math.max(...outline.nodes.map((n) => n.x));
      const share = (long - change.by) / long;
      const shift = <T extends Point>(p: T): T => ({ ...p, x: tidy(p.x * share) });
      return editHeadstock(design, {
        outline: { ...outline, nodes: outline.nodes.map(shift) },
        tuners: tuners.map((t) => ({ ...t, at: shift(t.at) })),
        trees: trees.map((t) => ({ ...t, at: shift(t.at) })),
      });
    }
    case 'chamber':
      return addOpening(design, {
        name: 'Chamber for balance',
        face: 'front',
        at: { x: tidy(change.at.x), y: tidy(change.at.y) },
        turn: 0,
        steps: [
          {
            ...plainStep('Chamber', { kind: 'circle', diameter: change.across }, change.deep),
            role: 'chamber',
          },
        ],
      }).design;
    case 'weight': {
      const { hole, mass, slug, place } = change;
      const at = { x: tidy(slug.at.x), y: tidy(slug.at.y) };
      const name = `Weight, lead ${slug.across} × ${slug.high.toFixed(1)} mm`;
      const drilled = hole
        ? addOpening(design, {
            ...{ name: place, face: 'back', at, turn: 0 },
            steps: [
              plainStep(place, { kind: 'circle', diameter: hole.across }, Number(hole.deep.toFixed(1))),
            ],
          }).design
        : design;
      return addWeight(drilled, { name, mass, at, deep: tidy(slug.deep) }).design;
    }
    case 'two':
      return applyChange(applyChange(design, change.first), change.second);
  }
}

/** A design with a change made; parts of the edge stay in it. */
export function applyChange(design: Design, change: BalanceChange): Design {
  return edgePartsFollow(changed(design, change), design);
}
