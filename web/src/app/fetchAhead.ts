/** What is fetched only when it is first used. */
const LATER: readonly (() => Promise<unknown>)[] = [
  () => import('../stages/layout/LayoutTools.tsx'),
  () => import('../stages/layout/LayoutParticulars.tsx'),
  () => import('../stages/layout/openings/Openings.tsx'),
  () => import('../stages/layout/openings/OpeningTools.tsx'),
  () => import('../stages/layout/neck/NeckJoin.tsx'),
  () => import('../stages/layout/neck/SideView.tsx'),
  () => import('../stages/layout/wires/Wires.tsx'),
  () => import('../stages/layout/wires/RunTools.tsx'),
  () => import('../stages/outline/trace/Traced.tsx'),
  () => import('../stages/outline/trace/TraceTools.tsx'),
  () => import('../stages/outline/judge/Judged.tsx'),
  () => import('../stages/outline/judge/JudgeTools.tsx'),
  () => import('../stages/outline/judge/AlongChart.tsx'),
];

/** Fetches it one after the other while nothing else is to be done: should the server stop, work goes on everywhere. */
export async function fetchAhead(): Promise<void> {
  for (const fetch of LATER) await fetch().catch(() => undefined);
}
