import { faults, type Mutant } from './mutant.ts';

const layout = ['core/layout'];
const view = ['server/views/graph'];
const page = ['app/views/graph', 'app/pageHeaders'];

/** Faults in how the graph is chosen, laid out, drawn and written. */
export const mutantsOfGraph: readonly Mutant[] = [
  ...faults('core/layout/layeredLayout.ts', layout, [
    ['if (place[graph.to[edge]] < place[v]) rank[v]', 'rank[v]'],
    ['y[box] = top + (tall - height[box]) / 2;', 'y[box] = top;'],
    ['filled + width[box] / 2 > aim', 'false'],
    ['height[b] - height[a] || place[b] - place[a]', 'place[b] - place[a]'],
  ]),
  ...faults('core/layout/nestedLayout.ts', layout, [
    ['y[inner] += room.padding + room.heading;', 'y[inner] += room.padding;'],
    ['while (depth[a] > depth[b]) a = parent[a];', ''],
    ['if (a !== b) links[parent[a] + 1].push', 'links[0].push'],
  ]),
  ...faults('core/layout/edgePaths.ts', layout, [
    ['boxes[to].y < boxes[from].y + boxes[from].height', 'false'],
    ['group.sort((a, b) => goal(a) - goal(b) || a - b);', ''],
  ]),
  ...faults('core/layout/sideArcs.ts', layout, [
    ['const most = to > from ? down : -up;', 'const most = down;'],
    ['.sort((a, b) => a.width - b.width || a.link - b.link)', ''],
  ]),
  ...faults('core/layout/bands.ts', layout, [
    ['shared[a][other] - shared[b][other] || a - b', 'a - b'],
    ['Math.max(least, size * scale)', 'size * scale'],
  ]),
  ...faults('core/graph/impliedEdges.ts', layout, [
    ['if (leadsDown(from, edge)) beyond(to[edge]);', 'beyond(to[edge]);'],
  ]),
  ...faults('server/views/graph/drawnUnits.ts', view, [
    ['if (!units.has(next)) pulls', 'pulls'],
    ['[usedBy, up],', '[graph, up],'],
    ["ways === 'all' || length === shortest", 'true'],
    ['const chosen = lengths.size === 0 ? ends.flat() : on;', 'const chosen = on;'],
  ]),
  ...faults('server/views/graph/graphView.ts', view, [
    ['graph.weight[edge] >= least && ', ''],
    ['implied?.[edge] !== 1', 'true'],
    ['if (depth > below) return false;', ''],
    ['if (inside === 1 && last.heading) {', 'if (inside === 1) {'],
    ['!last || !isInside(last)', '!last'],
    ['found.sort((a, b) => b.references - a.references || a.unit - b.unit);', ''],
  ]),
  ...faults('server/views/graph/graphText.ts', view, [
    [".replaceAll('&', '&amp;')", ''],
    ["text.replace(/[\"\\\\]/g, '\\\\$&')", 'text'],
  ]),
  ...faults('app/views/graph/nearestBox.ts', page, [
    ['ahead + ASIDE * aside', 'ahead'],
    ['if (ahead <= 1) continue;', ''],
  ]),
  ...faults('app/views/graph/graphSvg.ts', page, [
    ['${inXml(name)}</text>', '${name}</text>'],
    ["isInferred ? ' stroke-dasharray", "isAgainst ? ' stroke-dasharray"],
  ]),
];
