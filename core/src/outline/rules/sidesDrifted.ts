import { twinOf } from '../../design/nodeEdits.ts';
import { distance } from '../../geometry/point.ts';
import { rule } from '../../design/rule.ts';

/** Nodes whose images stand this near to each other, mm, were meant to be one another’s. */
const MEANT = 3;

export const sidesDrifted = rule({
  id: 'sides-drifted',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: { name: 'mirrorDrift', label: 'Sides apart', value: 0.2, unit: 'mm', min: 0.01, max: 3 },
  title: 'The two sides have drifted apart',
  says: ({ measured }) => `This node is ${measured} off the mirror image of the one across.`,
  remedy: 'Mirror one side onto the other and link them, or move the node well away if it is meant.',
  reads: ['outline'],
  find: ({ outline }, most) => {
    const pairs = outline.nodes
      .filter((n) => n.y > 0)
      .flatMap((node) => {
        const image = { x: node.x, y: -node.y };
        const twin = twinOf(outline, node.id);
        const other =
          twin === null
            ? outline.nodes.reduce((a, b) => (distance(b, image) < distance(a, image) ? b : a))
            : outline.nodes.find((p) => p.id === twin)!;
        return other.id === node.id
          ? []
          : [{ node, other, isLinked: twin !== null, off: distance(other, image) }];
      });
    // One node near another's image is chance; most of a side so is a side that was meant to mirror.
    const near = pairs.filter((p) => p.isLinked || p.off <= MEANT);
    const sidesMirror = near.length > pairs.length / 2;
    return near
      .filter((p) => (p.isLinked || sidesMirror) && p.off > most)
      .map(({ node, other, off }) => ({
        subject: node.id,
        where: { x: other.x, y: other.y },
        measured: off,
      }));
  },
});
