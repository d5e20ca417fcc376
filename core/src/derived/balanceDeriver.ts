import { buttonsOf } from '../balance/buttons.ts';
import type { HangingState } from '../balance/hangingState.ts';
import { hangingState, onStrapOf } from '../balance/hangingState.ts';
import { hornPlaces } from '../balance/hornPlaces.ts';
import type { WeightSource } from '../balance/items.ts';
import { weighAll } from '../balance/items.ts';
import type { Weight } from '../balance/masses.ts';
import { fitInCase } from '../balance/outside.ts';
import { createWoodMasses } from '../balance/woodMasses.ts';
import type { Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { once, remember } from '../geometry/remember.ts';
import type { Layout } from '../layout/layOut.ts';
import type { Plate } from '../layout/plates.ts';
import type { Wired } from '../layout/wiring.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import type { NeckSolid } from '../neck/neckSolid.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import { measureOf } from '../parts/kinds.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import type { CoarseFields } from '../shape/coarse.ts';
import type { StringPlan } from '../strings/stringPlan.ts';

/** What of a design its weight and balance follow from, each made when it is first read. */
export interface BalancedFrom {
  readonly carved: () => BodySolid;
  readonly neckWood: () => NeckSolid;
  readonly neckPlan: () => NeckPlan;
  readonly neckSource: () => NeckSource;
  readonly stringPlan: () => StringPlan;
  readonly layout: () => Layout;
  readonly plates: () => readonly Plate[];
  readonly wired: () => readonly Wired[];
  readonly fittings: () => NeckFittings;
  readonly path: () => ClosedPath;
}

/** Weight, how it hangs and lies in its case, remembered by identity; bodies are sampled by `coarse`, which others share. */
export function createBalanceDeriver(coarse: (body: BodySolid) => CoarseFields) {
  const woodMasses = createWoodMasses(coarse);
  const weightSourceOf = remember(
    (
      weight: Design['weight'],
      neck: Design['neck'],
      shaft: Design['shaft'],
      headstock: Design['headstock'],
      strings: Design['strings'],
      thickness: number,
    ): WeightSource => ({ weight, neck, shaft, headstock, strings, thickness }),
  );
  const weighedIn = remember(weighAll);
  const caseIn = remember(fitInCase);
  const hangingOf = remember(hangingState);
  const buttonsIn = remember(buttonsOf);
  // What curves are computed from: the same while it is, since a worker is asked by it.
  const curvesFrom = remember((weight: Weight | null, state: HangingState | null, path: ClosedPath) => {
    if (!weight || !state?.loads) return null;
    const { horn } = state.buttons;
    return {
      on: onStrapOf(state, weight),
      hand: state.hand,
      angle: state.angle,
      button: measureOf(horn.part.spec, 'mass'),
      places: hornPlaces(path, horn).map(({ along, at }) => ({ along, at })),
    };
  });
  return (design: Design, from: BalancedFrom) => {
    const weighed = once(() =>
      weighedIn(
        weightSourceOf(
          design.weight,
          design.neck,
          design.shaft,
          design.headstock,
          design.strings,
          design.body.thickness,
        ),
        woodMasses.body(from.carved(), design.body.edges, from.layout(), design.neck),
        woodMasses.neck(from.neckWood()),
        from.neckPlan(),
        from.stringPlan(),
        from.layout(),
        from.plates(),
        from.wired(),
        from.fittings(),
      ),
    );
    const hanging = once(() => hangingOf(weighed(), buttonsIn(design.parts), design.player, design.strings));
    return {
      weighed,
      hanging,
      caseFit: () =>
        caseIn(
          design.player.case,
          from.neckSource(),
          design.parts,
          design.body.thickness,
          from.path(),
          from.layout(),
          from.neckPlan(),
          from.fittings(),
        ),
      /** What the curves of loads are computed from; null without buttons that carry. */
      curvesFrom: () => curvesFrom(weighed(), hanging(), from.path()),
    };
  };
}
