import type { Design, Fret, Strings } from '@pelkin/core';
import { LIMITS, edits, figureAndUnit } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { CountField } from '../../shared/CountField.tsx';
import { Later } from '../../shared/Later.tsx';
import { FigureTable } from '../../shared/FigureTable.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { TextField } from '../../shared/TextField.tsx';
import { Tick } from '../../shared/Tick.tsx';
import { Board } from './Board.tsx';
import { StringRows, courseWords, readCourses } from './StringRows.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { CsvButton } from './CsvButton.tsx';
import { WORDS } from './words.ts';

type LengthKey = 'scaleLength' | 'nutWidth' | 'nutMargin' | 'bridgeSpread' | 'bridgeMargin';

const setLength =
  (key: LengthKey) =>
  (design: Design, mm: number): Design =>
    edits.editStrings(design, { [key]: mm } as Partial<Strings>);

const within = (mm: number): number => Math.min(LIMITS['strings.bassScale'].max, mm);

/** The frets as they are marked out: from the nut, along both outer scales where they are fanned, and each slot’s length. */
function FretTable({
  frets,
  fanned,
  units,
}: {
  frets: readonly Fret[];
  fanned: boolean;
  units: Design['units'];
}) {
  const shown = (mm: number): string => (units === 'mm' ? mm.toFixed(2) : (mm / 25.4).toFixed(3));
  const unit = units === 'mm' ? 'mm' : 'in';
  const heads = fanned
    ? ['fret', `bass, ${unit}`, `treble, ${unit}`, `slot, ${unit}`]
    : ['fret', `nut, ${unit}`, `last, ${unit}`, `slot, ${unit}`];
  return (
    <FigureTable heads={heads}>
      {frets.map((f) => (
        <tr key={f.number}>
          <td>{f.number === 0 ? 'nut' : f.number}</td>
          <td>{shown(fanned ? f.fromNutBass : f.fromNut)}</td>
          <td>{shown(fanned ? f.fromNutTreble : f.fromPrevious)}</td>
          <td>{shown(f.slot)}</td>
        </tr>
      ))}
    </FigureTable>
  );
}

/** Strings in the order they are decided; from them follow centre line, bridge line, frets and taper. */
export function StringsParticulars() {
  const design = useDesign();
  const { strings, units } = design;
  const { stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const length = (key: LengthKey, label: string) => (
    <LengthField label={label} value={strings[key]} {...lengths(`strings.${key}`, setLength(key))} />
  );
  const reading = (label: string, mm: number) => {
    const { figure, unit } = figureAndUnit(mm, units, 2);
    return <Reading label={label} value={figure} unit={unit} />;
  };
  return (
    <>
      <Section title={WORDS.scaleAndFrets}>
        {length('scaleLength', strings.fan ? 'Treble scale' : 'Scale length')}
        <Tick
          label={WORDS.twoScalesFretsFanned}
          checked={strings.fan !== null}
          onChange={(on) =>
            edit(on ? 'fanned the frets' : 'changed to one scale', (d) =>
              edits.editStrings(d, {
                fan: on ? { bassScale: within(d.strings.scaleLength + 25), perpendicularFret: 7 } : null,
              }),
            )
          }
        />
        {strings.fan && (
          <>
            <LengthField
              label={WORDS.bassScale}
              value={strings.fan.bassScale}
              {...lengths('strings.bassScale', (d, bassScale) =>
                edits.editStrings(d, { fan: { ...d.strings.fan!, bassScale } }),
              )}
            />
            <CountField
              label={WORDS.fretSquareToTheCentreLine}
              value={strings.fan.perpendicularFret}
              limit={LIMITS['strings.perpendicularFret']}
              onCommit={(perpendicularFret) =>
                edit(`fret ${perpendicularFret} square`, (d) =>
                  edits.editStrings(d, { fan: { ...d.strings.fan!, perpendicularFret } }),
                )
              }
            />
          </>
        )}
        <CountField
          label={WORDS.strings}
          value={strings.count}
          limit={LIMITS['strings.count']}
          onCommit={(n) => edit(`${n} strings`, (d) => edits.setStringCount(d, n))}
        />
        <TextField
          label={WORDS.coursesBassToTreble}
          value={courseWords(strings.courses)}
          hint="strings of each course, as 2 2 2 2 2 2; empty where every string stands alone"
          onCommit={(text) => {
            const courses = text === '' ? null : readCourses(text);
            if (text !== '' && !courses)
              return [
                {
                  where: 'strings.courses',
                  message: 'courses are counts of 1 to 4 with spaces between, as 2 2 1 1',
                },
              ];
            return edit(courses ? `${courses.length} courses` : 'no courses', (d) =>
              edits.setCourses(d, courses),
            );
          }}
        />
        <CountField
          label={WORDS.frets}
          value={strings.frets}
          limit={LIMITS['strings.frets']}
          onCommit={(frets) => edit(`${frets} frets`, (d) => edits.editStrings(d, { frets }))}
        />
        <CountField
          label={WORDS.neckLeavesTheBodyAtFret}
          value={strings.jointFret}
          limit={LIMITS['strings.jointFret']}
          onCommit={(jointFret) =>
            edit(`joint at fret ${jointFret}`, (d) => edits.editStrings(d, { jointFret }))
          }
        />
      </Section>
      <Later>
        <Section title={WORDS.nutAndBridge}>
          {length('nutWidth', WORDS.nutWidth)}
          {length('nutMargin', 'Margin at the nut')}
          {length('bridgeSpread', 'Spread at the bridge')}
          {length('bridgeMargin', 'Margin at the bridge')}
          {strings.courses?.some((n) => n > 1) && (
            <>
              <LengthField
                label={WORDS.withinACourseNut}
                value={strings.courseSpread.nut}
                {...lengths(
                  'strings.courseSpread.nut',
                  (d, nut) => edits.editStrings(d, { courseSpread: { ...d.strings.courseSpread, nut } }),
                  'strings.courseSpread',
                )}
              />
              <LengthField
                label={WORDS.withinACourseBridge}
                value={strings.courseSpread.bridge}
                {...lengths(
                  'strings.courseSpread.bridge',
                  (d, bridge) =>
                    edits.editStrings(d, { courseSpread: { ...d.strings.courseSpread, bridge } }),
                  'strings.courseSpread',
                )}
              />
            </>
          )}
          <Choice
            label={WORDS.stringsBetween}
            value={strings.spacing}
            options={[
              ['equal-centres', 'Equal centres'],
              ['equal-gaps', 'Equal gaps'],
            ]}
            onChange={(spacing) =>
              edit(spacing === 'equal-gaps' ? 'equal gaps' : 'equal centres', (d) =>
                edits.editStrings(d, { spacing }),
              )
            }
          />
        </Section>
        <Section title={WORDS.results}>
          {reading('Spread at the nut', stringPlan.nutSpread)}
          {reading('Joint, from the bridge', stringPlan.jointX)}
          {reading('Neck width at the joint', stringPlan.jointWidth)}
          {reading('Board width at its end', stringPlan.boardEndWidth)}
          {reading('Board over the body', stringPlan.overhang)}
          {strings.fan && reading('Scale on the centre line', stringPlan.centreScale)}
          {stringPlan.gap && reading('Gap at the nut', stringPlan.gap.nut)}
          {stringPlan.gap && reading('Gap at the bridge', stringPlan.gap.bridge)}
        </Section>
        <Board />
        <StringRows />
        <Section title={WORDS.fretsFromTheNut} aside={<CsvButton table="frets" />}>
          <FretTable frets={stringPlan.frets} fanned={strings.fan !== null} units={units} />
          <Text fontSize="11.5px" color="faded">
            Twelve-tone equal temperament, from the nut; saddles are compensated apart. The CSV holds both
            ends of every slot.
          </Text>
        </Section>
      </Later>
    </>
  );
}
