import type { CaseInside, Design, LimitPath } from '@pelkin/core';
import { CASES, edits, lengthWithUnit } from '@pelkin/core';
import { useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { WORDS } from '../words.ts';

type Of = 'length' | 'body' | 'width' | 'neckWidth' | 'depth' | 'neckDepth' | 'bed';
const FIELDS: readonly (readonly [Of, string])[] = [
  ['length', WORDS.caseLength],
  ['body', WORDS.caseBody],
  ['width', WORDS.caseWidth],
  ['neckWidth', WORDS.caseNeckWidth],
  ['depth', WORDS.caseDepth],
  ['neckDepth', WORDS.caseNeckDepth],
  ['bed', WORDS.caseBed],
];
/** What stands for a case whose numbers were changed. */
const OWN = '+';

const put = (d: Design, change: Partial<CaseInside>): Design =>
  d.player.case ? edits.editPlayer(d, { case: { ...d.player.case, ...change } }) : d;

/** The case that the instrument goes into, and how much room is on each way. */
export function Case() {
  const { player, units } = useDesign();
  const { caseFit } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const own = player.case;
  const plain = own && CASES.find((c) => FIELDS.every(([of]) => c[of] === own[of]));
  return (
    <Section title={WORDS.caseAndBag}>
      <Pick
        label={WORDS.caseAndBag}
        value={own ? (plain?.name ?? OWN) : ''}
        options={[
          ['', WORDS.caseNone],
          ...CASES.map((c) => [c.name, c.name] as const),
          ...(own && !plain ? [[OWN, `${own.name}`] as const] : []),
        ]}
        onChange={(name) =>
          edit(name ? `case: ${name}` : 'no case', (d) =>
            edits.editPlayer(d, { case: CASES.find((c) => c.name === name) ?? null }),
          )
        }
      />
      {own && (
        <>
          <TextField
            label={WORDS.caseName}
            value={own.name}
            hint="what you call it"
            onCommit={(name) => edit('named the case', (d) => put(d, { name: name.trim() }))}
          />
          {FIELDS.map(([of, label]) => (
            <LengthField
              key={of}
              label={label}
              value={own[of]}
              {...lengths(
                `player.case.${of}`,
                (d, mm) => put(d, { [of]: mm }),
                `case.${of}` as LimitPath,
                label,
              )}
            />
          ))}
        </>
      )}
      {caseFit && (
        <FigureTable named heads={[WORDS.way, WORDS.tightest, WORDS.room]}>
          {caseFit.rooms.map((r) => (
            <tr key={r.way}>
              <td>{r.way}</td>
              <td>{r.name}</td>
              <td className={r.room < 0 ? 'is-wrong' : ''}>{lengthWithUnit(r.room, units, 0)}</td>
            </tr>
          ))}
        </FigureTable>
      )}
    </Section>
  );
}
