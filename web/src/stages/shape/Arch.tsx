import { edits } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Section } from '../../shared/Section.tsx';
import { WORDS } from './words.ts';

type FaceName = 'front' | 'back';
/** An arch to begin with: a flat rim hollowed to a recurve, rising to the flat middle for bridge and pickups. */
const START = [
  { inward: 0, depth: 9 },
  { inward: 14, depth: 10 },
  { inward: 45, depth: 4 },
  { inward: 75, depth: 0 },
];

function FaceArch({ face, words }: { face: FaceName; words: string }) {
  const pairs = usePicked((d) => d.body.arch[face]);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const put = (
    d: Parameters<typeof edits.setArch>[0],
    i: number,
    change: { inward?: number; depth?: number },
  ): ReturnType<typeof edits.setArch> =>
    edits.setArch(d, face, d.body.arch[face]?.map((p, k) => (k === i ? { ...p, ...change } : p)) ?? null);
  return (
    <Section
      title={words}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            edit(pairs ? `made the ${face} flat again` : `arched the ${face}`, (d) =>
              edits.setArch(d, face, pairs ? null : START),
            )
          }
        >
          {pairs ? WORDS.removeArch : WORDS.addArch}
        </Button>
      }
    >
      {!pairs && (
        <Text fontSize="12px" color="faded">
          {`The ${face} is flat.`}
        </Text>
      )}
      {pairs?.map((pair, i) => (
        <Box key={i} pl="2" borderLeftWidth="2px" borderColor="rule" display="grid" gap="1">
          <HStack justify="space-between">
            <Text fontSize="12px">{i === 0 ? 'At the edge' : `Place ${i + 1}`}</Text>
            {i > 0 && pairs.length > 2 && (
              <Button
                size="2xs"
                variant="ghost"
                onClick={() =>
                  edit('removed a place of the arch', (d) =>
                    edits.setArch(d, face, d.body.arch[face]?.filter((_, k) => k !== i) ?? null),
                  )
                }
              >
                {WORDS.remove}
              </Button>
            )}
          </HStack>
          {i > 0 && (
            <LengthField
              label={WORDS.inward}
              value={pair.inward}
              {...lengths(
                `body.arch.${face}.${i}.inward`,
                (d, inward) => put(d, i, { inward }),
                'arch.inward',
              )}
            />
          )}
          <LengthField
            label={WORDS.archDepth}
            value={pair.depth}
            {...lengths(`body.arch.${face}.${i}.depth`, (d, depth) => put(d, i, { depth }), 'arch.depth')}
          />
        </Box>
      ))}
      {pairs && pairs.length < 12 && (
        <Button
          size="2xs"
          variant="outline"
          justifySelf="start"
          onClick={() =>
            edit('added a place to the arch', (d) =>
              edits.setArch(d, face, [
                ...(d.body.arch[face] ?? []),
                { inward: (d.body.arch[face]?.at(-1)?.inward ?? 0) + 15, depth: 0 },
              ]),
            )
          }
        >
          {WORDS.addArchPlace}
        </Button>
      )}
      {pairs && (
        <Text fontSize="12px" color="faded">
          The depth at each distance from the edge; between them the face runs without a bump. With 0 at the
          last place it is flat from there on, for bridge and pickups.
        </Text>
      )}
    </Section>
  );
}

/** Faces arched by their distance from the edge. */
export function Arch() {
  return (
    <>
      <FaceArch face="front" words={WORDS.front} />
      <FaceArch face="back" words={WORDS.back} />
    </>
  );
}
