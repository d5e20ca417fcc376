import type { Design, EdgeProfile } from '@pelkin/core';
import { LIMITS } from '@pelkin/core';
import { useLengths } from './lengths.ts';
import { useDesignStore } from './store.ts';
import { LengthField } from '../shared/LengthField.tsx';
import { NumberField } from '../shared/NumberField.tsx';
import { Choice } from '../shared/Section.tsx';
import { EDGE_WORDS } from '../shared/edgeWords.ts';

const STARTS: Readonly<Record<EdgeProfile['kind'], EdgeProfile>> = {
  square: { kind: 'square' },
  round: { kind: 'round', radius: 6 },
  chamfer: { kind: 'chamfer', width: 6, angle: 45 },
};

/** How an edge is cut: its kind, and the numbers of it. */
export function ProfileFields({
  label,
  profile,
  path,
  put,
}: {
  label: string;
  profile: EdgeProfile;
  path: string;
  put: (d: Design, profile: EdgeProfile) => Design;
}) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const { min, max, from } = LIMITS['edge.angle'];
  return (
    <>
      <Choice
        label={label}
        value={profile.kind}
        options={[
          ['square', EDGE_WORDS.square],
          ['round', EDGE_WORDS.round],
          ['chamfer', EDGE_WORDS.chamfer],
        ]}
        onChange={(kind) => edit(`made the edge ${kind}`, (d) => put(d, STARTS[kind]))}
      />
      {profile.kind === 'round' && (
        <LengthField
          label={EDGE_WORDS.radiusOfRound}
          value={profile.radius}
          {...lengths(`${path}.radius`, (d, radius) => put(d, { kind: 'round', radius }), 'edge.radius')}
        />
      )}
      {profile.kind === 'chamfer' && (
        <>
          <LengthField
            label={EDGE_WORDS.widthOfChamfer}
            value={profile.width}
            {...lengths(`${path}.width`, (d, width) => put(d, { ...profile, width }), 'edge.width')}
          />
          <NumberField
            label={EDGE_WORDS.angleOfChamfer}
            value={profile.angle}
            unit="°"
            min={min}
            max={max}
            from={from}
            onCommit={(angle) => edit(`chamfer ${angle}°`, (d) => put(d, { ...profile, angle }))}
          />
        </>
      )}
    </>
  );
}
