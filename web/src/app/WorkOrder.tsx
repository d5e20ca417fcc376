import type { Design } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { Live } from '../design/Live.tsx';
import { usePicked } from '../design/derived.ts';
import { useDesignStore } from '../design/store.ts';
import { Later } from '../shared/Later.tsx';
import { ALL_STAGES } from '../stages/all.ts';
import type { Stage } from '../stages/stage.ts';
import type { FrameKind } from './frame.ts';
import { useFound } from '../design/findings.ts';
import { WORDS } from './words.ts';

type Mark = NonNullable<Design['progress'][Stage['key']]> | 'needs a look';

/** State by shape as well as colour: empty, half, full, and a wedge for a look. */
function MarkShape({ mark }: { mark: Mark }) {
  const kelp = 'var(--chakra-colors-kelp-on-tar)';
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" role="img" aria-label={mark}>
      {mark === WORDS.needsALook ? (
        <path d="M8 2.5 14 13H2z" fill="var(--chakra-colors-ochre-on-tar)" />
      ) : (
        <>
          <circle
            cx="8"
            cy="8"
            r="5"
            fill={mark === 'done' ? kelp : 'var(--chakra-colors-tar)'}
            stroke={mark === 'not started' ? 'var(--chakra-colors-on-tar-faded)' : kelp}
            strokeWidth="1.6"
          />
          {mark === 'in progress' && <path d="M8 3a5 5 0 0 0 0 10z" fill={kelp} />}
        </>
      )}
    </svg>
  );
}

/** The stage’s own mark, or that something found in it needs a look. */
function FoundMark({ stage, progress }: { stage: Stage; progress: Mark }) {
  const open = useFound().some((f) => f.reason === null && f.finding.stage === stage.key);
  return <MarkShape mark={open ? WORDS.needsALook : progress} />;
}

function Row({
  stage,
  here,
  first,
  last,
  kind,
}: {
  stage: Stage;
  here: boolean;
  first: boolean;
  last: boolean;
  kind: FrameKind;
}) {
  const isSlim = kind === 'narrow';
  const id = useDesignStore((s) => s.id);
  const progress = usePicked((d) => d.progress[stage.key] ?? 'not started');
  const line = {
    position: 'absolute',
    left: isSlim ? '13.5px' : '19.5px',
    borderLeftWidth: '1px',
    borderColor: 'onTarFaded',
    opacity: '0.5',
  } as const;
  return (
    <Box
      asChild
      display="grid"
      gridTemplateColumns={isSlim ? '28px minmax(0, 1fr)' : '40px minmax(0, 1fr)'}
      alignItems="start"
      py="2.5"
      pr="2"
      position="relative"
      bg={here ? 'tarLight' : 'transparent'}
      _hover={{ bg: 'tarLight' }}
    >
      <Link to={`/designs/${id}/${stage.key}`} aria-current={here ? 'page' : undefined}>
        {!first && <Box {...line} top="0" h="14px" />}
        {!last && <Box {...line} top="26px" bottom="0" />}
        <Box pl={isSlim ? '6px' : '12px'} pt="2px" zIndex="1">
          <Later first={<MarkShape mark={progress} />}>
            <FoundMark stage={stage} progress={progress} />
          </Later>
        </Box>
        <Box>
          <Text fontSize={isSlim ? '13px' : '14px'} fontWeight={here ? '650' : '450'}>
            {stage.name}
          </Text>
          {!isSlim && (
            <Text fontSize="11.5px" color="onTarFaded">
              <Later first={'\u00a0'}>
                <Live of={(design, derived) => stage.summary(design, derived)} />
              </Later>
            </Text>
          )}
        </Box>
      </Link>
    </Box>
  );
}

/** The stages in the order people work in, on one line like knots in a sounding line. */
export function WorkOrder({ stage, kind }: { stage: Stage; kind: FrameKind }) {
  return (
    <Box
      as="nav"
      aria-label={WORDS.workOrder}
      bg="tar"
      color="onTar"
      py="3"
      overflowY="auto"
      contain={kind === 'phone' ? undefined : 'strict'}
    >
      {ALL_STAGES.map((s, i) => (
        <Row
          key={s.key}
          stage={s}
          here={s === stage}
          first={i === 0}
          last={i === ALL_STAGES.length - 1}
          kind={kind}
        />
      ))}
    </Box>
  );
}
