import type { Design } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { useLengths } from '../../design/lengths.ts';
import { useDesign } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';

type Of = 'height' | 'shoulders' | 'chest' | 'upperArm' | 'forearm' | 'hand' | 'thigh' | 'stool';

/** One of the player’s measurements. */
export function PlayerLength({ of, label }: { of: Of; label: string }) {
  const { player } = useDesign();
  const lengths = useLengths();
  return (
    <LengthField
      label={label}
      value={player[of]}
      {...lengths(
        `player.${of}`,
        (d: Design, mm) => edits.editPlayer(d, { [of]: mm }),
        `player.${of}`,
        label,
      )}
    />
  );
}
