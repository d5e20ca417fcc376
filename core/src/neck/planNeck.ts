import type { Headstock, Neck, ShaftNumbers, Strings } from '../design/schema.ts';
import { centreScale, fretFromNut } from '../strings/frets.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardWidthAt } from '../strings/taper.ts';
import { faceDrop, onePieceHeight, scarf, scarfedHeight } from './blank.ts';
import type { Heel } from './heel.ts';
import { heelDepth, steepness } from './heel.ts';
import type { HeadstockPlan } from './headstockPlan.ts';
import { planHeadstock } from './headstockPlan.ts';
import type { RodFloor } from './rod.ts';
import { rodFloor } from './rod.ts';
import type { SectionSize, Shaft } from './shaft.ts';
import { sectionSize, woodDepth } from './shaft.ts';

const RAD = Math.PI / 180;

/** The wood that a neck is cut from, mm. */
export interface NeckBlank {
  /** Along the neck, headstock and heel within it. */
  readonly length: number;
  readonly width: number;
  /** Whole: of one piece with the headstock, or of a shaft with a scarf. */
  readonly height: number;
  /** How much of the height is over the glue plane, where the headstock’s face begins above it. */
  readonly over: number;
  /** The height that the headstock alone would need in one piece; and the length of a scarf’s sloping face, null without one. */
  readonly headstock: number;
  readonly scarfFace: number | null;
  /** Each strip of a laminated blank. */
  readonly strip: number;
  /** The fingerboard’s own blank. */
  readonly board: { readonly length: number; readonly width: number; readonly thickness: number };
}

/** All that follows from the neck’s numbers. The neck’s own frame (formulas section 12) but for the headstock’s. */
export interface NeckPlan {
  readonly shaft: Shaft;
  readonly heel: Heel;
  /** Depth of the heel’s wood, and how near its transition is to dipping below it (1 and over: it may). */
  readonly heelDepth: number;
  readonly steepness: number;
  readonly jointU: number;
  /** Where the fingerboard ends on the centre line’s side that it reaches furthest, from the bridge line. */
  readonly boardEndX: number;
  /** Where the wood ends: in the pocket, or through the body. */
  readonly endU: number;
  readonly sections: readonly { readonly fret: number; readonly u: number; readonly size: SectionSize }[];
  /** The wood under the truss rod; null without one. */
  readonly rod: RodFloor | null;
  /** The headstock’s face under the glue plane at the nut. */
  readonly faceDrop: number;
  readonly headstock: HeadstockPlan;
  readonly blank: NeckBlank;
}

/** What a neck is planned from. */
export interface NeckSource {
  readonly neck: Neck;
  readonly shaft: ShaftNumbers;
  readonly headstock: Headstock;
  readonly strings: Strings;
}

/** The shaft as the formulas take it: stations by their place instead of their fret. */
export const shaftOf = ({ neck, shaft, strings }: Omit<NeckSource, 'headstock'>): Shaft => ({
  taper: strings,
  atFret1: shaft.atFret1,
  atFret12: shaft.atFret12,
  board: neck.board,
  stations: shaft.stations.map(({ fret, bass, treble }) => ({
    u: fretFromNut(centreScale(strings), fret),
    bass,
    treble,
  })),
});

/** Room on a blank beside what is cut from it, mm. */
const BLANK_MORE = 3;

function blankOf(source: NeckSource, plan: Omit<NeckPlan, 'blank'>, stringPlan: StringPlan): NeckBlank {
  const { headstock, strings, neck, shaft } = source;
  const { tilt } = plan.headstock.side;
  const { length, width } = plan.headstock;
  const deepest = Math.max(woodDepth(plan.shaft, 0), woodDepth(plan.shaft, plan.heel.shaftEnd));
  const scarfed = headstock.built === 'scarf' && tilt > 0;
  const needs = (scarfed ? scarfedHeight : onePieceHeight)({
    tilt,
    headstockLength: length,
    headstockThickness: headstock.thickness,
    below: headstock.below,
    slotBottom: slotBottomOf(neck),
    heelDepth: plan.heelDepth,
    shaftDepth: deepest,
  });
  const boardFrom = Math.max(...stringPlan.board.map((p) => p.x));
  const widest = Math.max(boardWidthAt(strings, centreScale(strings) - plan.endU), width);
  const whole = Math.max(widest, boardWidthAt(strings, stringPlan.boardEndX));
  return {
    length: plan.endU + length * Math.cos(tilt) + headstock.thickness * Math.sin(tilt),
    width: whole + 2 * BLANK_MORE,
    height: needs.height,
    over: needs.over,
    headstock: needs.headstock,
    scarfFace: scarfed ? scarf(tilt, headstock.thickness).face : null,
    strip: (whole + 2 * BLANK_MORE) / shaft.strips,
    board: {
      length: boardFrom - stringPlan.boardEndX,
      width: boardWidthAt(strings, stringPlan.boardEndX),
      thickness: neck.board,
    },
  };
}

/** The bottom of the nut’s slots over the glue plane: board, fret and the open string over it. */
export const slotBottomOf = ({ board, fretHeight, actionNut }: Neck): number =>
  board + fretHeight + actionNut;

/** Plans a neck; a straight-through one runs to the body’s `tail` (mm from the bridge line, nutward; else null); `planned` is its headstock’s own plan. */
export function planNeck(
  source: NeckSource,
  stringPlan: StringPlan,
  tail: number | null,
  planned: HeadstockPlan = planHeadstock(source.headstock, source.strings, stringPlan),
): NeckPlan {
  const { neck, shaft: numbers, headstock, strings } = source;
  const shaft = shaftOf(source);
  const scale = centreScale(strings);
  const jointU = scale - stringPlan.jointX;
  const flatFrom = jointU - numbers.heelFrom;
  const heel: Heel = {
    shaftEnd: flatFrom - numbers.run,
    flatFrom,
    thickness: neck.heel,
    neckAngle: neck.angle * RAD,
    meeting: numbers.meeting * RAD,
  };
  const { rod } = numbers;
  const plan = {
    shaft,
    heel,
    heelDepth: heelDepth(heel, neck.board),
    steepness: steepness(shaft, heel),
    jointU,
    boardEndX: stringPlan.boardEndX,
    endU: tail === null ? jointU + neck.pocketLength : scale - tail,
    sections: numbers.stations.map(({ fret }, i) => ({
      fret,
      u: shaft.stations[i]!.u,
      size: sectionSize(shaft, shaft.stations[i]!.u),
    })),
    rod: rod && rodFloor(shaft, { ...rod, from: Math.max(0, rod.from), to: Math.min(rod.to, heel.shaftEnd) }),
    faceDrop: faceDrop({
      tilt: planned.side.tilt,
      below: headstock.below,
      slotBottom: slotBottomOf(neck),
    }),
    headstock: planned,
  };
  return { ...plan, blank: blankOf(source, plan, stringPlan) };
}
