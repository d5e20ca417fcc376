import type { Cut, CutRow } from '@pelkin/core';
import { cutList, figureAndUnit } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

/** What is cut for something: every rout, hole, pilot and countersink, with diameter, depth and tool. */
export function CutTable({ title, cuts }: { title: string; cuts: readonly Cut[] }) {
  const { thickness } = useDerived().layout;
  const units = usePicked((d) => d.units);
  const say = (mm: number): string => figureAndUnit(mm, units).figure;
  const tool = ({ tool: { kind, diameter } }: CutRow): string =>
    kind === 'drill'
      ? `drill ${say(diameter)}`
      : kind === 'countersink'
        ? 'countersink'
        : diameter === 0
          ? 'chisel its corners'
          : `bit to ${say(diameter)}`;
  return (
    <Section title={title}>
      <Box as="table" w="full" fontSize="12px" aria-label={title}>
        <thead>
          <tr>
            {[WORDS.what, '⌀', WORDS.deep, WORDS.with].map((h, i) => (
              <Box
                as="th"
                key={h}
                textAlign={i === 0 || i === 3 ? 'left' : 'right'}
                px={i === 2 ? '1.5' : '0'}
                fontWeight="400"
                color="faded"
              >
                {h}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {cutList(cuts, thickness).map((row) => (
            <tr key={row.key}>
              <td>
                {row.count > 1 ? `${row.count} × ` : ''}
                {row.what}
              </td>
              <Box as="td" textAlign="right" fontFamily="mono">
                {row.across === null ? '' : say(row.across)}
              </Box>
              <Box as="td" textAlign="right" fontFamily="mono" whiteSpace="nowrap" px="1.5">
                {row.through ? 'through' : row.depth === null ? '' : say(row.depth)}
              </Box>
              <Box as="td" color="faded" whiteSpace="nowrap">
                {tool(row)}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      <Text fontSize="12px" color="faded">
        Depths from the face, or along the bore, {units === 'mm' ? 'mm' : 'inches'}. Try pilots in a piece of
        the same wood first.
      </Text>
    </Section>
  );
}
