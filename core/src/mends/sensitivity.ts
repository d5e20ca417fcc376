import { densityOf } from '../balance/density.ts';
import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import { setWood } from '../design/balanceEdits.ts';
import { applyChange } from './change.ts';
import type { BalanceChange } from './change.ts';
import { standingOf } from './findMends.ts';
import { buttonAlong } from '../balance/hornPlaces.ts';

/** How much a small change moves the left-hand load (N, smooth strap) and the weight (g). */
export interface Sensitivity {
  readonly name: string;
  readonly load: number | null;
  readonly mass: number;
}

/** Steps that are told: large enough to be felt in the numbers, small enough to be a slope. */
const STEP = { mm: 5, grams: 10, density: 50 } as const;

function denser(design: Design, piece: WoodPiece, by: number): Design {
  const wood = design.weight.woods[piece];
  const { likely, from, to } = densityOf(wood);
  return setWood(design, piece, {
    ...wood,
    board: null,
    density: { likely: likely + by, from: from + by, to: to + by },
  });
}

/** What moves load and weight by how much: a mm of horn, tail, button or thickness, 10 g of each tuner, 50 kg/m³ of each wood. The strongest first. */
export function sensitivityOf(
  design: Design,
  derive: (design: Design) => Derived,
  progress: (share: number) => void = () => undefined,
): readonly Sensitivity[] {
  const derived = derive(design);
  // At the edge of what a strap holds a load is not smooth: the slippery one tells slopes that the smooth one may hide.
  const slippery = (d: Derived): number | null => d.hanging?.loads?.slippery?.likely ?? null;
  const before = { load: slippery(derived), mass: standingOf(derived).mass };
  const tip = derived.measures.neck?.bass.tip;
  const horn = derived.hanging?.buttons.horn;
  const changed = (change: BalanceChange) => (): Design => applyChange(design, change);
  const [stand] = horn?.part.face === 'edge' ? buttonAlong(derived.path, horn, [STEP.mm]) : [];
  const cases: readonly (readonly [name: string, per: number, make: () => Design])[] = [
    ...(stand && horn
      ? [
          [
            'Button 1 mm nutward',
            STEP.mm,
            changed({
              kind: 'button along',
              part: horn.part.id,
              along: STEP.mm,
              at: stand.part.at,
              turn: stand.part.turn,
            }),
          ] as const,
        ]
      : []),
    ...(tip
      ? [
          [
            'Horn 1 mm longer',
            STEP.mm,
            changed({ kind: 'longer horn', tip: { x: tip.x, y: tip.y }, by: STEP.mm }),
          ] as const,
        ]
      : []),
    [
      'Tail 1 mm longer',
      STEP.mm,
      changed({ kind: 'longer tail', tail: derived.measures.box.minX, by: STEP.mm }),
    ],
    ['Body 1 mm thinner', STEP.mm, changed({ kind: 'thinner body', by: STEP.mm })],
    ...(design.headstock.tuners.length > 0
      ? [['Tuners −10 g each', 1, changed({ kind: 'lighter tuners', by: STEP.grams })] as const]
      : []),
    ['Body −50 kg/m³', 1, () => denser(design, 'body', -STEP.density)],
    ...(design.body.gluedFront
      ? [['Front −50 kg/m³', 1, () => denser(design, 'front', -STEP.density)] as const]
      : []),
    ['Neck −50 kg/m³', 1, () => denser(design, 'neck', -STEP.density)],
    ['Board −50 kg/m³', 1, () => denser(design, 'board', -STEP.density)],
  ];
  return cases
    .map(([name, per, make], i): Sensitivity => {
      progress(i / cases.length);
      const after = derive(make());
      const load = slippery(after);
      return {
        name,
        load: load === null || before.load === null ? null : (load - before.load) / per,
        mass: (standingOf(after).mass - before.mass) / per,
      };
    })
    .sort((a, b) => Math.abs(b.load ?? 0) - Math.abs(a.load ?? 0));
}
