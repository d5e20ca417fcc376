import { Button, HStack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { DesignSummary, FrozenSummary } from '../../../design/api.ts';
import { MOST_LISTED, api } from '../../../design/api.ts';
import { useDesignStore } from '../../../design/store.ts';
import { Pick } from '../../../shared/Pick.tsx';
import { MOST_OTHERS, useCompared } from './compared.ts';
import { WORDS } from '../words.ts';

/** Shapes to be held against this one: designs, revisions, the present state, typed measures. */
function Adding() {
  const id = useDesignStore((s) => s.id);
  const count = useCompared((s) => s.others.length);
  const [designs, setDesigns] = useState<readonly DesignSummary[]>([]);
  const [frozen, setFrozen] = useState<readonly FrozenSummary[]>([]);
  useEffect(() => {
    let left = false;
    void Promise.all([
      api.list({ archived: false, search: '', sorting: 'name' }, 0, MOST_LISTED),
      api.revisions(id),
    ])
      .then(([list, made]) => {
        if (left) return;
        setDesigns(list.designs.filter((d) => d.id !== id));
        setFrozen(made.revisions);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [id]);
  const options: readonly (readonly [string, string])[] = [
    ['', count < MOST_OTHERS ? 'choose' : `${MOST_OTHERS} at most`],
    ...(count < MOST_OTHERS
      ? [
          ['now', 'this shape as it is now'] as const,
          ...frozen.map((f) => [`r ${f.number}`, `revision: ${f.name}`] as const),
          ...designs.map((d) => [`d ${d.id}`, `design: ${d.name}`] as const),
          ['typed', 'typed measures'] as const,
        ]
      : []),
  ];
  const add = (value: string): void => {
    const { addDesign, addRevision, addNow, addTyped } = useCompared.getState();
    if (value === 'now') addNow();
    else if (value === 'typed') addTyped();
    else if (value.startsWith('r ')) {
      const number = Number(value.slice(2));
      void addRevision(number, frozen.find((f) => f.number === number)?.name ?? 'revision');
    } else if (value.startsWith('d ')) void addDesign(value.slice(2));
  };
  return <Pick label={WORDS.compareWith} value="" options={options} onChange={add} />;
}

/** What this shape is compared with: chosen here, and the one whose difference is shown laid over the drawing. */
export function Comparing() {
  const others = useCompared((s) => s.others);
  const over = useCompared((s) => s.over);
  const problem = useCompared((s) => s.problem);
  return (
    <>
      <Adding />
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
      {others.map((o) => (
        <HStack key={o.key} fontSize="12.5px" mt="1">
          <Text flex="1" truncate>
            {o.name}
          </Text>
          {o.path && (
            <Button
              size="2xs"
              variant="outline"
              aria-pressed={over === o.key}
              onClick={() => useCompared.getState().lay(over === o.key ? null : o.key)}
            >
              {over === o.key ? WORDS.hide : WORDS.showOverTheDrawing}
            </Button>
          )}
          <Button size="2xs" variant="ghost" onClick={() => useCompared.getState().drop(o.key)}>
            {WORDS.remove}
          </Button>
        </HStack>
      ))}
    </>
  );
}
