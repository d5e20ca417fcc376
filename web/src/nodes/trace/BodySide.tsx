import type { Underlay } from '@pelkin/core';
import { useDrawnLine, usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import type { SideSeen } from '../../workers/tracing.ts';
import { changeUnderlay, useTracing } from './tracing.ts';
import { TRACED, WORDS } from '../words.ts';

const THICK = { label: WORDS.thickness2, min: 1, max: 150, from: 'face to back' };
const HEIGHT = { label: WORDS.cameraHeight, min: 100, max: 20_000, from: 'the marked sheet, straight up' };

const SIDES: readonly (readonly [SideSeen, string])[] = [
  ['auto', 'As the edge shows'],
  ['seen', 'Visible: remove it'],
  ['not seen', 'Not visible'],
];

/** A photo taken from the side shows the side of the body too: how thick it is, and where the camera was. */
export function BodySide({ underlay }: { underlay: Underlay }) {
  const units = usePicked((d) => d.units);
  const line = useDrawnLine((s) => s.line);
  const usual = usePicked((d) => d[line].thickness);
  const { side, thickness } = useTracing();
  const { set } = useTracing.getState();
  const { camera, scale } = underlay;
  if (!camera) return null;
  return (
    <>
      <Pick
        label={TRACED[line].sideInThePhoto}
        value={side}
        options={SIDES}
        onChange={(next) => set({ side: next, found: null })}
      />
      {(side !== 'not seen' || camera.plane === 'bench') && (
        <>
          <LengthField
            label={TRACED[line].thicknessInThePhoto}
            value={thickness ?? usual}
            unit={units}
            limit={THICK}
            onCommit={(mm) => {
              set({ thickness: mm, found: null });
              return [];
            }}
          />
          <LengthField
            label={WORDS.cameraHeight2}
            value={camera.height * scale}
            unit={units}
            limit={HEIGHT}
            places={0}
            onCommit={(mm) => {
              const problem = changeUnderlay('set the camera height', () => ({
                camera: { ...camera, height: mm / scale },
              }));
              set({ found: null, problem });
              return [];
            }}
          />
        </>
      )}
    </>
  );
}
