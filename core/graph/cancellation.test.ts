import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { byFolders } from '../arrangement/folders.ts';
import { unitTree } from '../arrangement/nodes.ts';
import { orderOf } from '../arrangement/order.ts';
import { measureNamed } from '../measures/catalogue.ts';
import { minimumFeedbackOrder } from './minimumFeedbackOrder.ts';
import { Cancelled, throwIfCancelledAtStep, throwIfCancelled, withCancellation } from './cancellation.ts';
import { reachCounts } from './reach.ts';
import { joinEdges, rollUp, rollUpUnits, type Graph } from './rollUp.ts';

/** A ring of units, each using the next and the one after it. */
function ring(count: number): Graph {
  return joinEdges(count, (take) => {
    for (let unit = 0; unit < count; unit++) {
      take(unit, (unit + 1) % count, 1);
      take(unit, (unit + 2) % count, 2);
    }
  });
}

const unwanted = (): Int32Array => Int32Array.of(1);
const wanted = (): Int32Array => Int32Array.of(0);

describe('giving up', () => {
  it('happens only while something is worked out that nobody waits for', async () => {
    expect(() => throwIfCancelled()).not.toThrow();
    await expect(withCancellation(wanted(), () => throwIfCancelled())).resolves.toBeUndefined();
    await expect(withCancellation(unwanted(), () => throwIfCancelled())).rejects.toThrow(Cancelled);
    expect(() => throwIfCancelled()).not.toThrow();
  });

  it('is told from another thread while the work goes on', async () => {
    const flag = wanted();
    let steps = 0;
    const work = withCancellation(flag, () => {
      for (; ; steps++) {
        if (steps === 10) Atomics.store(flag, 0, 1);
        throwIfCancelled();
      }
    });
    await expect(work).rejects.toThrow('cancelled');
    expect(steps).toBe(10);
  });

  it('is looked for in every 65,536th step where steps take next to nothing', async () => {
    await expect(withCancellation(unwanted(), () => throwIfCancelledAtStep(1))).resolves.toBeUndefined();
    await expect(withCancellation(unwanted(), () => throwIfCancelledAtStep(0x10000))).rejects.toThrow(
      Cancelled,
    );
  });

  const graph = ring(2_000);
  const survey = surveyText({
    'a/one.ts': "import { two } from '../b/two';\nexport const one = () => two();\n",
    'b/two.ts': "import { one } from '../a/one';\nexport const two = () => one();\n",
  });
  const long: Record<string, () => unknown> = {
    'rolling dependencies up': async () => {
      const { dependencies, elements } = await survey;
      return rollUp(dependencies, Int32Array.from(elements.kind.keys()), elements.count);
    },
    'rolling units up': () => rollUpUnits(graph, new Int32Array(graph.count), 1),
    reach: () => reachCounts(graph),
    'the order of a large cycle': () => minimumFeedbackOrder(graph),
    'the order of groups': async () => {
      const { elements } = await survey;
      const arrangement = byFolders(elements);
      const tree = unitTree(elements, arrangement, 'files', new Uint8Array(elements.count).fill(1));
      return orderOf(tree, ring(tree.units.count));
    },
    'files that groups use': async () => {
      const { elements } = await survey;
      return measureNamed('ce')!.ofGroups!(await survey, byFolders(elements));
    },
    'internal share': async () => measureNamed('internalShare')!.compute(await survey),
  };
  it.each(Object.keys(long))('ends %s early', async (name) => {
    await survey;
    await expect(withCancellation(wanted(), long[name])).resolves.toBeDefined();
    await expect(withCancellation(unwanted(), long[name])).rejects.toThrow(Cancelled);
  });
});
