import type { Point } from '@pelkin/core';
import { nutLine } from '@pelkin/core';
import { useDerived, useDesign, useDrawnLine } from '../drawn.ts';
import { WORDS } from '../words.ts';

/** Two places of the instrument that a picture can be laid on, and how that is said. */
interface KnownPlaces {
  readonly name: string;
  /** What is marked where. */
  readonly mark: string;
  readonly places: readonly [Point, Point];
  /** The step's name, for undo. */
  readonly step: string;
  readonly told: string;
}

/** Of the drawn line: of a body bridge and joint, of a headstock both ends of the nut. */
export function useKnownPlaces(): KnownPlaces {
  const line = useDrawnLine((s) => s.line);
  const { strings } = useDesign();
  const { stringPlan } = useDerived();
  return line === 'headstock'
    ? {
        name: WORDS.endsOfTheNut,
        mark: 'Mark A at the bass end of the nut, B at its treble end, on the fingerboard’s side',
        places: nutLine(strings, 0).line,
        step: 'placed the picture on the nut',
        told: 'The picture lies on the nut.',
      }
    : {
        name: WORDS.bridgeAndJoint,
        mark: 'Mark A where the centre line crosses the bridge line, B where it crosses the joint',
        places: [
          { x: 0, y: 0 },
          { x: stringPlan.jointX, y: 0 },
        ],
        step: 'placed the picture on bridge and joint',
        told: 'The picture lies on bridge and joint.',
      };
}
