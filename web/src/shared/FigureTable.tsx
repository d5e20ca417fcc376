import { Table } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A table of figures in a panel. Plain cells, dressed by the table: a hundred styled ones would hold up the opening of a design. */
export function FigureTable(props: {
  heads: readonly string[];
  /** Whether the first column is words: they begin at the left. */
  named?: boolean;
  children: ReactNode;
}) {
  const { heads, named = false, children } = props;
  return (
    <Table.Root
      size="sm"
      variant="line"
      css={{
        '& th, & td': {
          fontFamily: 'mono',
          fontSize: '11.5px',
          textAlign: 'end',
          paddingBlock: '2px',
          paddingInline: '4px',
          borderBottomWidth: '1px',
          borderColor: 'rule',
        },
        '& th': { fontWeight: '500', color: 'faded' },
        ...(named ? { '& th:first-of-type, & td:first-of-type': { textAlign: 'start' } } : null),
        '& .is-wrong': { color: 'madder', fontWeight: '650' },
      }}
    >
      <thead>
        <tr>
          {heads.map((h, i) => (
            <th key={i} scope="col">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </Table.Root>
  );
}
