import { editStrings } from '../../design/edits.ts';
import type { DesignNumber } from '../../design/mend.ts';
import {
  changeOpening,
  changePart,
  changeRun,
  changeStep,
  moveParts,
  setNeck,
  setNeckScrew,
  setNeckScrews,
} from '../../design/layoutEdits.ts';
import { LIMITS } from '../../design/limits.ts';
import type { LimitPath } from '../../design/limits.ts';
import type { Design, PlacedPart } from '../../design/schema.ts';
import { distance } from '../../geometry/point.ts';
import type { DisplayUnit } from '../../units/length.ts';
import { figureAndUnit } from '../../units/length.ts';
import type { Cut } from '../cut.ts';
import { measureOf } from '../../parts/kinds.ts';
import { partName } from '../../parts/partNames.ts';

/** The measure of a part that is the length of its screws. */
export const SCREW_LENGTH = 'screwLength';
/** Ferrules this near to a bridge along the centre line belong to it, mm. */
const FERRULES_NEAR = 60;

/** The step of an opening that a cut is made of; `null` for a cut of something else. */
export function stepOfCut(
  openings: Design['openings'],
  cut: Pick<Cut, 'id' | 'owner'>,
): Extract<DesignNumber, { kind: 'step depth' }> | null {
  const opening = cut.owner.kind === 'opening' ? openings.find((o) => o.id === cut.owner.id) : undefined;
  const step = opening?.steps.findIndex((_, i) => cut.id === `${opening.id}-${i}`) ?? -1;
  return opening && step >= 0 ? { kind: 'step depth', id: opening.id, step } : null;
}

/** Text that names a number of a design: the same for the same number. */
export const numberKey = (number: DesignNumber): string => Object.values(number).join(' ');

const stepOf = (design: Design, id: string, step: number) =>
  design.openings.find((o) => o.id === id)?.steps[step];

/** Parts of the same kind and name: screws are bought for all of them. */
const ofSameMake = (parts: readonly PlacedPart[], id: string): readonly PlacedPart[] => {
  const part = parts.find((p) => p.id === id);
  return part ? parts.filter((p) => p.spec.kind === part.spec.kind && p.spec.name === part.spec.name) : [];
};

/** A number of a design, mm; `null` where the design has no such number. */
export function readNumber(design: Design, number: DesignNumber): number | null {
  const { neck } = design;
  switch (number.kind) {
    case 'step depth': {
      const step = stepOf(design, number.id, number.step);
      return step && !step.through ? step.depth : null;
    }
    case 'step bit':
      return stepOf(design, number.id, number.step)?.bit ?? null;
    case 'bridge spread':
      return design.strings.bridgeSpread;
    case 'edge height':
      return design.parts.find((p) => p.id === number.id && p.face === 'edge')?.z ?? null;
    case 'run height':
      return design.runs.find((r) => r.id === number.id)?.[number.end].z ?? null;
    case 'part screws': {
      const part = design.parts.find((p) => p.id === number.id);
      return part ? measureOf(part.spec, SCREW_LENGTH) : null;
    }
    case 'cover screws':
      return design.openings.find((o) => o.id === number.id)?.cover?.screw.length ?? null;
    case 'neck screws':
      return neck.screws.length;
    case 'neck screw':
      return neck.screws.own.find((s) => s.screw === number.index + 1)?.length ?? null;
    case 'heel':
      return neck.heel;
    case 'pocket depth':
      return neck.depth;
    case 'pocket fit':
      return neck.fit;
    case 'place along':
      return design.parts.find((p) => p.id === number.id)?.at.x ?? null;
  }
}

const LIMIT_OF: Partial<Record<DesignNumber['kind'], LimitPath>> = {
  'step depth': 'opening.depth',
  'run height': 'run.z',
  'edge height': 'run.z',
  'cover screws': 'cover.screwLength',
  'neck screws': 'neck.screwLength',
  'neck screw': 'neck.screwLength',
  heel: 'neck.heel',
  'pocket depth': 'neck.depth',
  'pocket fit': 'neck.fit',
  'step bit': 'step.bit',
  'bridge spread': 'strings.bridgeSpread',
};

const isBridge = ({ spec }: PlacedPart): boolean => measureOf(spec, 'travel') > 0;

/** Returns the ferrules in no group that belong to a bridge: within {@link FERRULES_NEAR} of it, and nearer to no other bridge. */
function ferrulesOf(bridge: PlacedPart, parts: readonly PlacedPart[]): readonly PlacedPart[] {
  const bridges = parts.filter(isBridge);
  return parts.filter(
    (p) =>
      p.spec.kind === 'ferrule' &&
      p.group === null &&
      Math.abs(p.at.x - bridge.at.x) <= FERRULES_NEAR &&
      bridges.every((b) => distance(b.at, p.at) >= distance(bridge.at, p.at)),
  );
}

/** Moves a part along the centre line to x = `to`, mm; a bridge takes its own ferrules along. */
function movePartAlong(design: Design, id: string, to: number): Design {
  const part = design.parts.find((p) => p.id === id);
  if (!part) return design;
  const ferrules = isBridge(part) ? ferrulesOf(part, design.parts) : [];
  return moveParts(design, [id, ...ferrules.map((p) => p.id)], { x: to - part.at.x, y: 0 });
}

/**
 * The design with a number set, mm, kept within what it may be. `chosen`: a person chose it, so that a measure of a
 * part is no longer assumed. Design without such a number: the same design.
 */
export function writeNumber(design: Design, number: DesignNumber, to: number, chosen = true): Design {
  const limit = LIMIT_OF[number.kind];
  const value = limit ? Math.min(LIMITS[limit].max, Math.max(LIMITS[limit].min, to)) : to;
  if (readNumber(design, number) === null) return design;
  switch (number.kind) {
    case 'step depth':
      return changeStep(design, number.id, number.step, { depth: value });
    case 'step bit':
      return changeStep(design, number.id, number.step, { bit: value });
    case 'bridge spread':
      return editStrings(design, { bridgeSpread: value });
    case 'edge height':
      return changePart(design, number.id, { z: value });
    case 'run height': {
      const run = design.runs.find((r) => r.id === number.id)!;
      return changeRun(design, number.id, { [number.end]: { ...run[number.end], z: value } });
    }
    case 'part screws':
      return ofSameMake(design.parts, number.id).reduce(
        (now, { id, spec }) =>
          changePart(now, id, {
            spec: {
              ...spec,
              measures: { ...spec.measures, [SCREW_LENGTH]: value },
              assumed: chosen ? spec.assumed.filter((k) => k !== SCREW_LENGTH) : spec.assumed,
            },
          }),
        design,
      );
    case 'cover screws': {
      const cover = design.openings.find((o) => o.id === number.id)!.cover!;
      return changeOpening(design, number.id, {
        cover: { ...cover, screw: { ...cover.screw, length: value } },
      });
    }
    case 'neck screws':
      return setNeckScrews(design, { length: value });
    case 'neck screw':
      return setNeckScrew(design, number.index, { length: value });
    case 'heel':
      return setNeck(design, { heel: value });
    case 'pocket depth':
      return setNeck(design, { depth: value });
    case 'pocket fit':
      return setNeck(design, { fit: value });
    case 'place along':
      return movePartAlong(design, number.id, value);
  }
}

/** What a number is called: “Depth of Control cavity”, “Neck screws”. */
export function numberName(design: Design, number: DesignNumber): string {
  const opening = (id: string): string => design.openings.find((o) => o.id === id)?.name ?? id;
  switch (number.kind) {
    case 'step bit':
      return `Bit of ${opening(number.id)}`;
    case 'bridge spread':
      return 'Spread of the strings at the bridge';
    case 'step depth': {
      const steps = design.openings.find((o) => o.id === number.id)?.steps ?? [];
      const which = steps.length > 1 ? `, ${steps[number.step]?.name ?? 'step'}` : '';
      return `Depth of ${opening(number.id)}${which}`;
    }
    case 'edge height':
      return `${partName(design.parts, number.id)} in the edge`;
    case 'run height':
      return `${design.runs.find((r) => r.id === number.id)?.name ?? 'A run'}, ${number.end === 'from' ? 'first' : 'second'} end`;
    case 'part screws':
      return `Screws of ${partName(design.parts, number.id)}`;
    case 'cover screws':
      return `Cover screws of ${opening(number.id)}`;
    case 'neck screws':
      return 'Neck screws';
    case 'neck screw':
      return `Neck screw ${number.index + 1}`;
    case 'heel':
      return 'Heel with fingerboard';
    case 'pocket depth':
      return design.neck.joint === 'through' ? 'Heel below the face' : 'Depth of the neck pocket';
    case 'pocket fit':
      return 'Fit of the neck pocket';
    case 'place along':
      return `Place of ${partName(design.parts, number.id)}`;
  }
}

/** What a number is measured from, where its name does not say. */
const MEASURED_FROM: Partial<Record<DesignNumber['kind'], string>> = {
  'edge height': ' below the front face',
  'run height': ' below the front face',
  'place along': ' nutward of the bridge line',
};

/** A length without the noughts at its end: “36”, “4.1”. */
const short = (text: string): string => text.replace(/(\.\d*?)0+(?= |$)/, '$1').replace(/\.(?= |$)/, '');

/** A change of a number in words: “Neck screws 40 → 35 mm”, “Jack in the edge 22 → 19 mm below the front face”. */
export function numberChangeWords(
  design: Design,
  { number, from, to }: { readonly number: DesignNumber; readonly from: number; readonly to: number },
  units: DisplayUnit,
): string {
  // z is negative below the front face; the words give the depth, a positive number.
  const sign = number.kind === 'edge height' || number.kind === 'run height' ? -1 : 1;
  const [a, b] = [figureAndUnit(sign * from, units, 2), figureAndUnit(sign * to, units, 2)];
  const figures = `${short(a.figure)} → ${short(b.figure)}${b.unit && ` ${b.unit}`}`;
  return `${numberName(design, number)} ${figures}${MEASURED_FROM[number.kind] ?? ''}`;
}
