import { CURVE_TEMPLATES, edits, lengthWithUnit, snapToTemplate, templateEdge } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useBoard } from '../board/boardStore.ts';
import { LengthField } from '../shared/LengthField.tsx';
import { NumberField } from '../shared/NumberField.tsx';
import { Pick } from '../shared/Pick.tsx';
import { Section } from '../shared/Section.tsx';
import { useChosenThere } from './ChosenNodes.tsx';
import { useTemplateLay } from './templateLay.ts';
import { WORDS } from './words.ts';
import { useDrawnStore, usePicked } from './drawn.ts';

const PLACE = { label: WORDS.place, min: -2000, max: 2000, from: 'the bridge line and the centre line' };
const DEGREES = 180 / Math.PI;

/** Curves of even tightening that are laid against the edge; a stretch snaps to one. */
export function CurveTemplates() {
  const units = usePicked((d) => d.units);
  const { key, lay, set } = useTemplateLay();
  const chosen = useChosenThere();
  const [problem, setProblem] = useState<string | null>(null);
  const template = CURVE_TEMPLATES.find((t) => t.key === key) ?? null;
  const snap = (): void => {
    const { design, edit } = useDrawnStore.getState();
    if (!design || !template || chosen.length !== 2) return;
    const [a, b] = chosen as [string, string];
    const { nodes } = design.outline;
    // The shorter way round.
    const [from, to] =
      edits.runBetween(nodes, a, b).length <= edits.runBetween(nodes, b, a).length ? [a, b] : [b, a];
    const made = snapToTemplate(design, from, to, templateEdge(template, lay));
    if (!made) {
      setProblem(
        'Both selected nodes must lie within 15 mm of the template, apart from each other: move it there.',
      );
      return;
    }
    const [refusal] = edit('snapped a stretch to a curve template', () => made);
    setProblem(refusal ? `${refusal.message}.` : null);
  };
  return (
    <Section title={WORDS.curveTemplates}>
      <Pick
        label={WORDS.laidOnTheBoard}
        value={key ?? ''}
        options={[
          ['', 'none'],
          ...CURVE_TEMPLATES.map(
            (t) =>
              [
                t.key,
                `R ${lengthWithUnit(t.slack, units, 0)} to ${lengthWithUnit(t.tight, units, 0)}`,
              ] as const,
          ),
        ]}
        onChange={(next) => {
          setProblem(null);
          set(
            next === ''
              ? { key: null }
              : {
                  key: next,
                  ...(key === null ? { lay: { ...lay, at: useBoard.getState().view.centre } } : {}),
                },
          );
        }}
      />
      {template && (
        <>
          {(['x', 'y'] as const).map((axis) => (
            <LengthField
              key={axis}
              label={axis === 'x' ? WORDS.itsMiddleFromTheBridgeLine : WORDS.itsMiddleFromTheCentreLine}
              value={lay.at[axis]}
              unit={units}
              limit={PLACE}
              onCommit={(mm) => {
                set({ lay: { ...lay, at: { ...lay.at, [axis]: mm } } });
                return [];
              }}
            />
          ))}
          <NumberField
            label={WORDS.turnedBy}
            value={lay.turn * DEGREES}
            unit="°"
            min={-180}
            max={180}
            from="its middle running along the centre line"
            onCommit={(deg) => {
              set({ lay: { ...lay, turn: deg / DEGREES } });
              return [];
            }}
          />
          <HStack justify="end">
            <Button
              size="2xs"
              variant="outline"
              aria-pressed={lay.flipped}
              onClick={() => set({ lay: { ...lay, flipped: !lay.flipped } })}
            >
              {WORDS.turnItOver}
            </Button>
            <Button size="2xs" colorPalette="green" disabled={chosen.length !== 2} onClick={snap}>
              {WORDS.snapTheStretchToIt}
            </Button>
          </HStack>
          <Text fontSize="12px" color="faded">
            Drag it by its line, turn it by its ends. Two selected nodes mark the stretch that snaps to it.
          </Text>
        </>
      )}
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
    </Section>
  );
}
