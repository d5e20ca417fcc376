import type { Headstock } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { derive } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { CountField } from '../../../shared/CountField.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

type Tree = Headstock['trees'][number];

/** One string tree: over which strings, how far from the nut, how high. Strings are counted from the treble side, as everywhere. */
function TreeRow({ tree, index }: { readonly tree: Tree; readonly index: number }) {
  const { strings } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { id } = tree;
  const name = `string tree ${index + 1}`;
  const limit = { ...LIMITS['strings.count'], min: 1, max: strings.count, from: 'the treble side' };
  /** Both ends by their number; whichever is typed, they stay in order. */
  const over = (from: number, to: number) =>
    edit(`moved ${name}`, (d) =>
      edits.changeTree(d, id, {
        first: Math.min(from, to),
        last: Math.max(from, to),
      }),
    );
  return (
    <Box as="fieldset" display="grid" gap="1.5" borderTopWidth={index ? '1px' : '0'} borderColor="rule">
      <CountField
        label={WORDS.fromString}
        value={tree.first}
        limit={limit}
        onCommit={(n) => over(n, tree.last)}
      />
      <CountField
        label={WORDS.toStringNumber}
        value={tree.last}
        limit={limit}
        onCommit={(n) => over(tree.first, n)}
      />
      <LengthField
        label={WORDS.treeFromNut}
        value={tree.at.x}
        {...lengths(
          `headstock.trees.${id}.x`,
          (d, x) => edits.changeTree(d, id, { at: { ...tree.at, x } }),
          'outline.x',
        )}
      />
      <LengthField
        label={WORDS.treeHeight}
        value={tree.height}
        {...lengths(
          `headstock.trees.${id}.height`,
          (d, height) => edits.changeTree(d, id, { height }),
          'tree.height',
        )}
      />
      <HStack justify="end">
        <Button
          size="2xs"
          variant="outline"
          onClick={() => edit(`removed ${name}`, (d) => edits.removeTree(d, id))}
        >
          {WORDS.remove}
        </Button>
      </HStack>
    </Box>
  );
}

/** A new tree stands so far from the nut, so high over the face, mm. */
const NEW = { x: 40, height: 7 };

/** String trees: what holds strings down on their way to far tuners. */
export function Trees() {
  const { headstock, strings } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const add = (): void =>
    void edit('added a string tree', (d) => {
      const last = Math.min(2, strings.count);
      const over = derive(d).neckPlan.headstock.strings.slice(-last);
      const y = over.reduce((sum, s) => sum + s.y, 0) / over.length;
      // Over the two treble strings, whose tuners are usually furthest.
      const at = { x: NEW.x, y: Math.round(10 * y) / 10 };
      return edits.addTree(d, { at, first: 1, last, height: NEW.height }).design;
    });
  return (
    <Section
      title={WORDS.trees}
      aside={
        <Button size="2xs" variant="outline" onClick={add}>
          {WORDS.addATree}
        </Button>
      }
    >
      {headstock.trees.map((tree, i) => (
        <TreeRow key={tree.id} tree={tree} index={i} />
      ))}
      {headstock.trees.length === 0 && (
        <Text fontSize="12px" color="faded">
          A tree presses strings down where their break angle is too small, on a headstock that is not tilted.
        </Text>
      )}
    </Section>
  );
}
