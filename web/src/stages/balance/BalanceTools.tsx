import { useBoardFrame } from '../../board/BoardContext.ts';
import { PlayerMarks } from './player/PlayerMarks.tsx';
import { useDesk } from './desk.ts';
import { useChosenWeight } from './chosen.ts';
import { useWeighed } from './useWeighed.ts';
import { WORDS } from './words.ts';

/** A disc of so many grams covers a px. */
const GRAMS_PER_PX2 = 0.75;
const LEAST_R = 2.5;

/** On the drawing: every thing that weighs as a disc as large as it is heavy, and the balance point; or what touches the player. */
export function BalanceTools() {
  const [desk] = useDesk();
  return desk === 'player' ? <PlayerMarks /> : <WeightMarks />;
}

function WeightMarks() {
  const { weight } = useWeighed();
  const key = useChosenWeight((s) => s.key);
  const choose = useChosenWeight((s) => s.choose);
  const frame = useBoardFrame();
  if (!weight) return null;
  const centre = frame.screen(weight.centre);
  return (
    <g data-testid="weights">
      {[...weight.items]
        .sort((a, b) => b.mass.likely - a.mass.likely)
        .map((item) => {
          const { x, y } = frame.screen(item.at);
          const isChosen = item.key === key;
          return (
            <circle
              key={item.key}
              cx={x}
              cy={y}
              r={Math.max(LEAST_R, Math.sqrt(item.mass.likely / GRAMS_PER_PX2 / Math.PI))}
              fill={isChosen ? 'var(--chakra-colors-kelp)' : 'var(--chakra-colors-ochre)'}
              fillOpacity={isChosen ? 0.55 : 0.22}
              stroke={isChosen ? 'var(--chakra-colors-kelp)' : 'var(--chakra-colors-ochre)'}
              strokeWidth={isChosen ? 2.5 : 1}
              onPointerDown={(event) => {
                event.stopPropagation();
                choose(isChosen ? null : item.key);
              }}
            >
              <title>{`${item.name}, ${item.mass.likely.toFixed(0)} g`}</title>
            </circle>
          );
        })}
      <g pointerEvents="none" role="img" aria-label={WORDS.balancePoint}>
        <circle
          cx={centre.x}
          cy={centre.y}
          r="9"
          fill="var(--chakra-colors-sheet)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.6"
        />
        <path
          d={`M${centre.x} ${centre.y}v-9a9 9 0 0 1 9 9zM${centre.x} ${centre.y}v9a9 9 0 0 1 -9 -9z`}
          fill="var(--chakra-colors-ink)"
        />
      </g>
    </g>
  );
}
