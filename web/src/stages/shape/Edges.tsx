import type { BodyEdge, EdgeProfile } from '@pelkin/core';
import { edits, lengthWithUnit, nearestOnPath } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { derive, usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { ListRow } from '../../shared/ListRow.tsx';
import { ProfileFields } from '../../design/ProfileFields.tsx';
import { Section } from '../../shared/Section.tsx';
import { Tick } from '../../shared/Tick.tsx';
import { useChosenInShape } from './chosen.ts';
import { WORDS } from './words.ts';

type FaceName = 'front' | 'back';
const FACES = [
  ['front', WORDS.front],
  ['back', WORDS.back],
] as const;

function Strips({ face, edge }: { face: FaceName; edge: BodyEdge }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const put = (
    d: Parameters<typeof edits.setEdge>[0],
    i: number,
    change: { width?: number; depth?: number },
  ): ReturnType<typeof edits.setEdge> =>
    edits.setEdge(d, face, {
      binding: d.body.edges[face].binding.map((s, k) => (k === i ? { ...s, ...change } : s)),
    });
  return (
    <>
      <HStack justify="space-between">
        <Text fontSize="12px" color="faded">
          {edge.binding.length ? 'Channels for binding, from the edge inward' : 'No binding'}
        </Text>
        {edge.binding.length < 4 && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit('added a strip of binding', (d) =>
                edits.setEdge(d, face, {
                  binding: [
                    ...d.body.edges[face].binding,
                    d.body.edges[face].binding.length ? { width: 1, depth: 2 } : { width: 2, depth: 6 },
                  ],
                }),
              )
            }
          >
            {WORDS.addStrip}
          </Button>
        )}
      </HStack>
      {edge.binding.map((strip, i) => (
        <Box key={i} pl="2" borderLeftWidth="2px" borderColor="rule" display="grid" gap="1">
          <HStack justify="space-between">
            <Text fontSize="12px">{`Strip ${i + 1} of the ${face}`}</Text>
            <Button
              size="2xs"
              variant="ghost"
              onClick={() =>
                edit('removed a strip of binding', (d) =>
                  edits.setEdge(d, face, {
                    binding: d.body.edges[face].binding.filter((_, k) => k !== i),
                  }),
                )
              }
            >
              {WORDS.remove}
            </Button>
          </HStack>
          <LengthField
            label={WORDS.stripWidth}
            value={strip.width}
            {...lengths(
              `body.edges.${face}.binding.${i}.width`,
              (d, width) => put(d, i, { width }),
              'binding.width',
            )}
          />
          <LengthField
            label={WORDS.stripDepth}
            value={strip.depth}
            {...lengths(
              `body.edges.${face}.binding.${i}.depth`,
              (d, depth) => put(d, i, { depth }),
              'binding.depth',
            )}
          />
        </Box>
      ))}
    </>
  );
}

const wordsOf = (profile: EdgeProfile, units: Parameters<typeof lengthWithUnit>[1]): string =>
  profile.kind === 'square'
    ? 'square'
    : profile.kind === 'round'
      ? `round ${lengthWithUnit(profile.radius, units)}`
      : `chamfer ${lengthWithUnit(profile.width, units)} at ${profile.angle}°`;

/** Stretches of a face's edge that are cut otherwise. */
function Stretches({ face, edge }: { face: FaceName; edge: BodyEdge }) {
  const edit = useDesignStore((s) => s.edit);
  const units = usePicked((d) => d.units);
  const chosen = useChosenInShape((s) => (s.stretch?.face === face ? s.stretch.id : null));
  const own = edge.stretches.find((s) => s.id === chosen);
  const add = (): void => {
    let made = '';
    edit('added a stretch of the edge', (d) => {
      const { path, measures } = derive(d);
      // Over the treble side's waist to begin with: where a leg lies.
      const at = measures.treble.waist ?? { x: measures.box.minX, y: 0 };
      const end = (by: number) => {
        const p = nearestOnPath(path, { x: at.x + by, y: at.y - 20 })!.at;
        return { x: Math.round(p.x * 100) / 100, y: Math.round(p.y * 100) / 100 };
      };
      const added = edits.addStretch(d, face, {
        name: `Stretch ${d.body.edges[face].stretches.length + 1}`,
        from: end(-40),
        to: end(40),
        profile: { kind: 'round', radius: 12 },
      });
      made = added.id;
      return added.design;
    });
    if (made) useChosenInShape.getState().chooseStretch({ face, id: made });
  };
  return (
    <>
      <HStack justify="space-between">
        <Text fontSize="12px" color="faded">
          {WORDS.stretches}
        </Text>
        <Button size="2xs" variant="outline" onClick={add}>
          {WORDS.addStretch}
        </Button>
      </HStack>
      <Box role="list" aria-label={`${WORDS.stretches}, ${face}`}>
        {edge.stretches.map((s) => (
          <ListRow
            key={s.id}
            id={s.id}
            name={s.name}
            note={wordsOf(s.profile, units)}
            chosen={s.id === chosen}
            onChoose={face === 'front' ? chooseFront : chooseBack}
          />
        ))}
      </Box>
      {own && (
        <>
          <ProfileFields
            label={own.name}
            profile={own.profile}
            path={`body.edges.${face}.${own.id}`}
            put={(d, profile) => edits.changeStretch(d, face, own.id, { profile })}
          />
          <Button
            size="2xs"
            variant="outline"
            justifySelf="start"
            onClick={() => {
              edit(`removed ${own.name}`, (d) => edits.removeStretch(d, face, own.id));
              useChosenInShape.getState().chooseStretch(null);
            }}
          >
            {`${WORDS.remove} ${own.name}`}
          </Button>
        </>
      )}
    </>
  );
}
const chooseFront = (id: string): void => useChosenInShape.getState().chooseStretch({ face: 'front', id });
const chooseBack = (id: string): void => useChosenInShape.getState().chooseStretch({ face: 'back', id });

function FaceEdge({ face, words }: { face: FaceName; words: string }) {
  const edge = usePicked((d) => d.body.edges[face]);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section title={words}>
      <ProfileFields
        label={WORDS.edge}
        profile={edge.profile}
        path={`body.edges.${face}`}
        put={(d, profile) => edits.setEdge(d, face, { profile })}
      />
      <LengthField
        label={WORDS.bearing}
        value={edge.bearing}
        {...lengths(
          `body.edges.${face}.bearing`,
          (d, bearing) => edits.setEdge(d, face, { bearing }),
          'edge.bearing',
        )}
      />
      <Tick
        label={WORDS.squareAtNeck}
        checked={edge.squareAtNeck}
        onChange={(squareAtNeck) => edit('edge at the neck', (d) => edits.setEdge(d, face, { squareAtNeck }))}
      />
      <Tick
        label={WORDS.squareAtParts}
        checked={edge.squareAtParts}
        onChange={(squareAtParts) =>
          edit('edge at parts in it', (d) => edits.setEdge(d, face, { squareAtParts }))
        }
      />
      <Stretches face={face} edge={edge} />
      <Strips face={face} edge={edge} />
    </Section>
  );
}

/** The edges of front and back: rounded, chamfered or square, their stretches, their binding. */
export function Edges() {
  return (
    <>
      {FACES.map(([face, words]) => (
        <FaceEdge key={face} face={face} words={words} />
      ))}
    </>
  );
}
