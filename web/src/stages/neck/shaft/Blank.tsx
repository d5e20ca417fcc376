import { LIMITS, edits, lengthWithUnit } from '@pelkin/core';
import { useDerived } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { CountField } from '../../../shared/CountField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

/** The least blank that the neck can be cut from. */
export function Blank() {
  const { units, shaft } = useDesign();
  const { blank } = useDerived().neckPlan;
  const edit = useDesignStore((s) => s.edit);
  const mm = (v: number, places = 0): string => lengthWithUnit(v, units, places);
  return (
    <Section title={WORDS.blank}>
      <Reading label="Length" value={mm(blank.length)} />
      <Reading label="Width" value={mm(blank.width)} />
      <Reading label="Height" value={mm(blank.height)} />
      {blank.over > 0 && <Reading label={WORDS.blankOver} value={mm(blank.over, 1)} />}
      {blank.scarfFace !== null && <Reading label="Face of the scarf" value={mm(blank.scarfFace)} />}
      <CountField
        label={WORDS.strips}
        value={shaft.strips}
        limit={LIMITS['shaft.strips']}
        onCommit={(strips) =>
          edit(strips === 1 ? 'neck of one piece' : `neck of ${strips} strips`, (d) =>
            edits.editShaft(d, { strips }),
          )
        }
      />
      {shaft.strips > 1 && <Reading label={WORDS.eachStrip} value={mm(blank.strip, 1)} />}
      <Reading
        label={WORDS.fingerboardBlank}
        value={`${mm(blank.board.length)} × ${mm(blank.board.width)}`}
      />
    </Section>
  );
}
