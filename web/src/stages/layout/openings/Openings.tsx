import type { Layout, NewOpening, OpeningStep } from '@pelkin/core';
import { cavityRoundControls, edits, freeOpeningPlace } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { derive, usePicked } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { ListRow } from '../../../shared/ListRow.tsx';
import { Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { Guards } from './Guards.tsx';
import { SeveralOpenings } from './SeveralOpenings.tsx';
import { ChosenOpening } from './ChosenOpening.tsx';
import { faceWords, stepWords } from './words.ts';
import { WORDS } from '../words.ts';

const chooseOpening = (id: string, also: boolean): void =>
  also ? useChosenInLayout.getState().toggleOpening(id) : useChosenInLayout.getState().chooseOpening(id);

type Begun = {
  readonly words: string;
  readonly make: (minX: number, minY: number, isGlued: boolean) => NewOpening;
  readonly glued?: true;
  /** Begun round what is there already; null where nothing asks for it. */
  readonly round?: (layout: Layout) => NewOpening | null;
};

const opening = (
  name: string,
  face: 'front' | 'back',
  at: { x: number; y: number },
  step: OpeningStep,
): NewOpening => ({
  name,
  face,
  at,
  turn: 0,
  steps: [step],
});

/** A chamber is routed with a large bit, mm across. */
const CHAMBER_BIT = 20;

/** What is begun with one press: usual sizes, at a place where it can be seen. */
const BEGUN: readonly Begun[] = [
  {
    words: 'Control cavity',
    round: cavityRoundControls,
    make: (x, y) =>
      opening(
        'Control cavity',
        'back',
        { x: Math.round(x * 0.45), y: Math.round(y * 0.5) },
        edits.plainStep('cavity', { kind: 'rect', long: 110, wide: 52, radius: 10 }, 36),
      ),
  },
  {
    words: WORDS.rectangle,
    make: (x) =>
      opening(
        'Opening',
        'front',
        { x: Math.round(x * 0.5), y: 0 },
        edits.plainStep('rout', { kind: 'rect', long: 60, wide: 30, radius: 5 }, 18),
      ),
  },
  {
    words: 'Slot',
    make: (x) =>
      opening(
        'Slot',
        'front',
        { x: Math.round(x * 0.5), y: 0 },
        edits.plainStep('slot', { kind: 'slot', long: 60, wide: 16 }, 18, 'channel'),
      ),
  },
  {
    words: 'Round',
    make: (x) =>
      opening(
        'Round',
        'front',
        { x: Math.round(x * 0.5), y: 0 },
        edits.plainStep('bore', { kind: 'circle', diameter: 30 }, 20),
      ),
  },
  {
    words: WORDS.rowsOfHoles,
    make: (x) =>
      opening(
        'Holes',
        'front',
        { x: Math.round(x * 0.5), y: 0 },
        edits.plainStep(
          'holes',
          { kind: 'grid', diameter: 6, columns: 3, rows: 2, alongApart: 12, acrossApart: 12 },
          20,
        ),
      ),
  },
  {
    words: WORDS.ringOfHoles,
    make: (x) =>
      opening(
        WORDS.ringOfHoles,
        'front',
        { x: Math.round(x * 0.5), y: 0 },
        edits.plainStep('holes', { kind: 'ring', diameter: 6, holes: 6, across: 40 }, 20),
      ),
  },
  {
    words: WORDS.chamberAlongTheEdge,
    // Under a glued-on front it is routed from the front, and closed by it.
    make: (x, y, isGlued) =>
      opening(
        'Chamber',
        isGlued ? 'front' : 'back',
        { x: 0, y: 0 },
        {
          ...edits.plainStep(
            'chamber',
            {
              kind: 'inset',
              of: 'body',
              by: 22,
              within: { minX: Math.round(x * 0.8), maxX: -10, minY: 25, maxY: Math.round(-y) },
            },
            isGlued ? 24 : 34,
            'chamber',
          ),
          // A chamber has the round corners of a large bit: nothing fits into sharp ones.
          bit: CHAMBER_BIT,
        },
      ),
  },
  {
    words: WORDS.soundOpening,
    glued: true,
    make: (x, y) =>
      opening(
        WORDS.soundOpening,
        'front',
        { x: Math.round(x * 0.4), y: Math.round(-y * 0.55) },
        edits.plainStep('sound opening', { kind: 'slot', long: 70, wide: 16 }, 0, 'sound opening'),
      ),
  },
];

/** What is routed: a list, what can be begun, and the particulars of the chosen one. */
export function Openings() {
  const openings = usePicked((d) => d.openings);
  const units = usePicked((d) => d.units);
  const minX = usePicked((_, x) => x.measures.box.minX);
  const isGlued = usePicked((d) => d.body.gluedFront !== null);
  const minY = usePicked((_, x) => x.measures.box.minY);
  const chosen = useChosenInLayout((s) => s.opening);
  const edit = useDesignStore((s) => s.edit);
  const several = useChosenInLayout((s) => s.openings);
  const all = several.filter((id) => openings.some((o) => o.id === id));
  const there = all.length === 1 && openings.some((o) => o.id === chosen);
  return (
    <>
      {there && <ChosenOpening id={chosen!} key={chosen} />}
      {all.length > 1 && <SeveralOpenings ids={all} />}
      <Section title={WORDS.addAnOpening}>
        <HStack gap="1" wrap="wrap">
          {BEGUN.filter(({ glued }) => isGlued || !glued).map(({ words, make, round }) => (
            <Button
              key={words}
              size="2xs"
              variant="outline"
              onClick={() => {
                let id = '';
                edit(`began ${words.toLowerCase()}`, (d) => {
                  const { layout, path, measures, stringPlan } = derive(d);
                  const ground = { layout, path, measures, stringPlan, parts: d.parts };
                  const usual = make(minX, minY, isGlued);
                  const begun = round?.(layout) ?? { ...usual, at: { ...freeOpeningPlace(usual, ground) } };
                  const added = edits.addOpening(d, begun);
                  id = added.id;
                  return added.design;
                });
                useChosenInLayout.getState().chooseOpening(id);
              }}
            >
              {words}
            </Button>
          ))}
        </HStack>
        <Text fontSize="12px" color="faded">
          The openings of a part come with the part; here are those you rout beside them.
        </Text>
      </Section>
      <Section title={`Your openings (${openings.length})`}>
        <Box role="list" aria-label={WORDS.openings} minW="0">
          {openings.map((o) => (
            <ListRow
              key={o.id}
              id={o.id}
              name={o.name}
              note={`${faceWords(o.face)}; ${o.steps.map((s) => stepWords(s, units)).join('; ')}`}
              chosen={all.includes(o.id)}
              onChoose={chooseOpening}
            />
          ))}
        </Box>
      </Section>
      <Guards />
    </>
  );
}
