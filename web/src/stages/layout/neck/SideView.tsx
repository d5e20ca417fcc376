import type { Point } from '@pelkin/core';
import {
  bridgeReach,
  figureAndUnit,
  biteOfNeckScrew,
  neckScrewPlaces,
  neckSide,
  pocketDepthAt,
  saddlePlace,
  stringHeightAt,
} from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';

/** Height of the view at most, as a share of the board; px above the face’s highest thing and below the back. */
const SHARE = 0.42;
const ABOVE_MM = 34;
const BELOW_MM = 6;
/** The board’s chips lie below it, px. */
const CHIPS = 50;

/**
 * The join from the treble side, to the board’s own scale and right under it: body, pocket, heel and board, string,
 * the bridge’s travel, screws, and what is cut along the centre line. z up.
 */
export function SideView() {
  const design = useDesign();
  const { stringPlan, layout, measures } = useDerived();
  const { view, size, flip, screen } = useBoardFrame();
  const { neck, body, units } = design;
  const { thickness } = body;
  const side = useMemo(() => neckSide(design), [design]);
  const place = saddlePlace(side);
  const [bridge] = bridgeReach(design, stringPlan, layout);
  const s = view.scale;
  const height = Math.min(size.height * SHARE, (thickness + ABOVE_MM + BELOW_MM) * s + 26);
  const top = size.height - height - CHIPS;
  const zero = top + 26 + Math.min(ABOVE_MM * s, height - 40);
  const X = (x: number): number => screen({ x, y: 0 }).x;
  const Z = (z: number): number => zero - z * s;
  const line = (points: readonly { x: number; z: number }[], close = false): string =>
    `M${points.map((p) => `${X(p.x).toFixed(1)} ${Z(p.z).toFixed(1)}`).join('L')}${close ? 'Z' : ''}`;
  const tail = Math.min(measures.box.minX, -20);
  const heelX = measures.neck?.heelX ?? stringPlan.jointX;
  const joint = stringPlan.jointX;
  const [sin, cos] = [Math.sin(side.angle), Math.cos(side.angle)];
  /** A place of the neck: along the board from the joint (tailward), over the board’s face. */
  const onNeck = (along: number, over: number): { x: number; z: number } => ({
    x: joint - along * cos + over * sin,
    z: place.boardOver + along * sin + over * cos,
  });
  const boardEnd = joint - stringPlan.boardEndX;
  const u = stringPlan.centreScale - stringPlan.centreScale * 2 ** (-design.strings.jointFret / 12);
  const pocketed = neck.joint === 'screwed' || neck.joint === 'glued';
  const floorAt = (x: number): number => -pocketDepthAt(side, x);
  const nut = onNeck(-u, neck.fretHeight + neck.actionNut);
  const saddle = { x: place.x, z: place.z };
  const figure = (mm: number): string => `${figureAndUnit(mm, units).figure}`;
  // What lies along the centre line, as it is cut.
  const slices = layout.cuts.filter(
    (c) => c.role !== 'screw' && c.owner.kind !== 'neck' && c.area.box.minY <= 0 && c.area.box.maxY >= 0,
  );
  const screws = neck.joint === 'screwed' ? neckScrewPlaces(neck, stringPlan) : [];
  const label = (p: Point, text: string, anchor: 'start' | 'middle' | 'end' = 'start') => (
    <text className="figure" x={p.x} y={p.y} textAnchor={anchor}>
      {text}
    </text>
  );
  const ahead = flip.x === 1 ? 'start' : 'end';
  const behind = flip.x === 1 ? 'end' : 'start';
  return (
    <g data-testid="side-view" pointerEvents="none">
      <clipPath id="side-clip">
        <rect x="0" y={top} width={size.width} height={height} />
      </clipPath>
      <rect className="side-sheet" x="0" y={top} width={size.width} height={height + CHIPS} />
      <g clipPath="url(#side-clip)">
        <path
          className="side-body"
          d={line(
            [
              { x: tail, z: 0 },
              { x: heelX, z: 0 },
              { x: heelX, z: -thickness },
              { x: tail, z: -thickness },
            ],
            true,
          )}
        />
        {slices.map((c) => (
          <path
            key={c.id}
            className={`side-cut${c.face === 'front' ? '' : ' is-back'}`}
            d={line(
              [
                { x: c.area.box.minX, z: c.top },
                { x: c.area.box.maxX, z: c.top },
                { x: c.area.box.maxX, z: c.bottom },
                { x: c.area.box.minX, z: c.bottom },
              ],
              true,
            )}
          />
        ))}
        {pocketed && (
          <path
            className="side-cut"
            d={line(
              [
                { x: Math.min(heelX, joint + neck.past), z: 0 },
                { x: Math.min(heelX, joint + neck.past), z: floorAt(Math.min(heelX, joint + neck.past)) },
                { x: joint - neck.pocketLength, z: floorAt(joint - neck.pocketLength) },
                { x: joint - neck.pocketLength, z: 0 },
              ],
              true,
            )}
          />
        )}
        {neck.joint !== 'undecided' && (
          <>
            <path
              className="side-neck"
              d={line(
                [
                  onNeck(pocketed ? neck.pocketLength : joint - tail, -neck.board),
                  onNeck(-u - 4, -neck.board),
                  onNeck(-u - 4, -neck.heel + 6),
                  onNeck(-30, -neck.heel + 6),
                  onNeck(-12, -neck.heel),
                  onNeck(pocketed ? neck.pocketLength : joint - tail, -neck.heel),
                ],
                true,
              )}
            />
            <path
              className="side-board"
              d={line(
                [
                  onNeck(boardEnd, 0),
                  onNeck(-u - 4, 0),
                  onNeck(-u - 4, -neck.board),
                  onNeck(boardEnd, -neck.board),
                ],
                true,
              )}
            />
            <path className="side-string" d={line([saddle, nut])} data-testid="side-string" />
            {bridge && (
              <>
                <path
                  className="side-string"
                  d={line([
                    saddle,
                    {
                      x: bridge.part.part.at.x - bridge.part.form.saddles!.heldBehind,
                      z: bridge.part.form.saddles!.heldHigh,
                    },
                  ])}
                />
                <path
                  className="side-travel"
                  d={line([
                    { x: place.x, z: bridge.low },
                    { x: place.x, z: bridge.high },
                  ])}
                />
                <path
                  className="side-travel"
                  d={`M${X(place.x) - 5} ${Z(bridge.low)}h10M${X(place.x) - 5} ${Z(bridge.high)}h10`}
                />
              </>
            )}
            <circle
              className={
                bridge && (place.z < bridge.low || place.z > bridge.high)
                  ? 'side-saddle is-out'
                  : 'side-saddle'
              }
              cx={X(saddle.x)}
              cy={Z(saddle.z)}
              r={4.5}
            />
            {label({ x: X(saddle.x) - flip.x * 9, y: Z(saddle.z) - 9 }, `saddle ${figure(place.z)}`, behind)}
            {layout.parts.flatMap((p) =>
              p.form.poles
                ? [
                    <g key={p.part.id}>
                      <path
                        className="side-pickup"
                        d={line(
                          [
                            { x: p.part.at.x - 9, z: p.form.poles.top },
                            { x: p.part.at.x + 9, z: p.form.poles.top },
                            { x: p.part.at.x + 9, z: 0 },
                            { x: p.part.at.x - 9, z: 0 },
                          ],
                          true,
                        )}
                      />
                      {label(
                        { x: X(p.part.at.x), y: Z(stringHeightAt(p.part.at.x, saddle, nut)) - 6 },
                        `gap ${figure(stringHeightAt(p.part.at.x, saddle, nut) - p.form.poles.top)}`,
                        'middle',
                      )}
                    </g>,
                  ]
                : [],
            )}
            {screws.map((p, i) => {
              const bite = biteOfNeckScrew(design, side, p, i);
              const tip = -pocketDepthAt(side, p.x) + bite.bite;
              return (
                <path
                  key={i}
                  className={`side-screw${bite.longEnough && bite.shortEnough ? '' : ' is-out'}`}
                  d={line([
                    { x: p.x, z: -thickness - neck.screws.plate },
                    { x: p.x, z: tip },
                  ])}
                />
              );
            })}
            {label(
              { x: X(heelX) + flip.x * 8, y: Z(-thickness) - 6 },
              `board over the face ${figure(place.boardOver)}`,
              ahead,
            )}
          </>
        )}
        {label({ x: X(tail) + flip.x * 6, y: Z(-thickness / 2) + 4 }, `${figure(thickness)} thick`, ahead)}
      </g>
      <line className="side-line" x1="0" x2={size.width} y1={top} y2={top} />
      <text className="side-title" x={52} y={top + 17}>
        From the treble side, to the board’s scale
      </text>
    </g>
  );
}
