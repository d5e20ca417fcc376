import type { Design, Side, Strings } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { CountField } from '../../shared/CountField.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import { Tick } from '../../shared/Tick.tsx';
import { WORDS } from './words.ts';

type Part = 'extraFrets' | 'extension';

/** Frets under some strings only: how many, under how many strings, from which side. */
function PartFields({ of, label }: { of: Part; label: string }) {
  const { strings } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const part = strings[of];
  if (!part) return null;
  const set = (name: string, change: Partial<NonNullable<Strings[Part]>>) =>
    edit(name, (d) => edits.editStrings(d, { [of]: { ...d.strings[of]!, ...change } } as Partial<Strings>));
  return (
    <>
      <CountField
        label={label}
        value={part.frets}
        limit={LIMITS[of === 'extension' ? 'strings.extension' : 'strings.extraFrets']}
        onCommit={(frets) => set(`${frets} ${label.toLowerCase()}`, { frets })}
      />
      <CountField
        label={WORDS.numberOfStrings}
        value={part.strings}
        limit={LIMITS['strings.extraStrings']}
        onCommit={(n) => set(`${label.toLowerCase()} under ${n} strings`, { strings: n })}
      />
      <Choice<Side>
        label={WORDS.countedFrom}
        value={part.side}
        options={[
          ['bass', 'Bass'],
          ['treble', 'Treble'],
        ]}
        onChange={(side) => set(`${label.toLowerCase()} on the ${side} side`, { side })}
      />
    </>
  );
}

/** The board: its arc, its ends, and what reaches past them under some strings. */
export function Board() {
  const { strings } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const put = (name: string, change: Partial<Strings>): void =>
    void edit(name, (d) => edits.editStrings(d, change));
  const radius = (end: 'nut' | 'end') =>
    lengths(
      `strings.boardRadius.${end}`,
      (d: Design, mm) => edits.editStrings(d, { boardRadius: { ...d.strings.boardRadius!, [end]: mm } }),
      'strings.boardRadius',
    );
  return (
    <Section title={WORDS.board}>
      <LengthField
        label={WORDS.boardPastTheLastFret}
        value={strings.boardEnd}
        {...lengths('strings.boardEnd', (d, boardEnd) => edits.editStrings(d, { boardEnd }))}
      />
      <Tick
        label={WORDS.radiused}
        checked={strings.boardRadius !== null}
        onChange={(on) =>
          put(on ? 'radiused the board' : 'made the board flat', {
            boardRadius: on ? { nut: 254, end: 305 } : null,
          })
        }
      />
      {strings.boardRadius && (
        <>
          <LengthField label={WORDS.radiusAtTheNut} value={strings.boardRadius.nut} {...radius('nut')} />
          <LengthField label={WORDS.radiusAtItsEnd} value={strings.boardRadius.end} {...radius('end')} />
        </>
      )}
      <Tick
        label={WORDS.zeroFret}
        checked={strings.zeroFret !== null}
        onChange={(on) =>
          put(on ? 'put a zero fret' : 'removed the zero fret', { zeroFret: on ? { behind: 4 } : null })
        }
      />
      {strings.zeroFret && (
        <LengthField
          label={WORDS.nutBehindItBy}
          value={strings.zeroFret.behind}
          {...lengths('strings.zeroFretBehind', (d, behind) =>
            edits.editStrings(d, { zeroFret: { ...d.strings.zeroFret!, behind } }),
          )}
        />
      )}
      <Tick
        label={WORDS.moreFretsUnderSomeStrings}
        checked={strings.extraFrets !== null}
        onChange={(on) =>
          put(on ? 'put more frets under some strings' : 'gave all strings the same frets', {
            extraFrets: on
              ? { frets: 2, strings: Math.max(1, Math.floor(strings.count / 2)), side: 'treble' }
              : null,
          })
        }
      />
      <PartFields of="extraFrets" label={WORDS.fretsPastTheLast} />
      <Tick
        label={WORDS.boardExtendsBehindTheNut}
        checked={strings.extension !== null}
        onChange={(on) =>
          put(on ? 'extended the board behind the nut' : 'ended the board at the nut', {
            extension: on ? { frets: 2, strings: 1, side: 'bass' } : null,
          })
        }
      />
      <PartFields of="extension" label={WORDS.fretsBehindTheNut} />
    </Section>
  );
}
