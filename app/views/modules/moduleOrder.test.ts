import { describe, expect, it } from 'vitest';
import { movedBy, movedTo, orderedByLinks } from './moduleOrder.ts';

const row = (id: string, parent: string | null = null, isOrdered = false) => ({
  id,
  name: id.toUpperCase(),
  parent,
  isOrdered,
});
const inner = row('b1', 'b');
const modules = [row('a'), row('b'), inner, row('b2', 'b'), row('c')];
const [a, b, , , c] = modules;

describe('a module that is moved among those beside it', () => {
  it('goes above or below its neighbour, past what stands in that', () => {
    expect(movedBy(modules, c, -1)).toEqual({
      what: 'C above B',
      edit: { edit: 'order', modules: ['a', 'c', 'b'], isByHand: true },
    });
    expect(movedBy(modules, a, 1)?.edit).toMatchObject({ modules: ['b', 'a', 'c'] });
    expect(movedBy(modules, inner, 1)).toMatchObject({
      what: 'B1 below B2',
      edit: { modules: ['b2', 'b1'] },
    });
  });

  it('goes to the top and the bottom, and nowhere beyond', () => {
    expect(movedTo(modules, c, 0)?.edit).toMatchObject({ modules: ['c', 'a', 'b'] });
    expect(movedTo(modules, a, 2)?.edit).toMatchObject({ modules: ['b', 'c', 'a'] });
    expect([movedBy(modules, a, -1), movedBy(modules, c, 1), movedTo(modules, b, 1)]).toEqual([
      null,
      null,
      null,
    ]);
  });

  it('is not put beside one that stands elsewhere', () => {
    expect(movedTo(modules, a, -1)).toBeNull();
  });

  it('is let go to where links put it, where any beside it was ordered', () => {
    expect(orderedByLinks(modules, a)).toBeNull();
    const ordered = [a, row('b', null, true), inner, c];
    expect(orderedByLinks(ordered, a)?.edit).toEqual({
      edit: 'order',
      modules: ['a', 'b', 'c'],
      isByHand: false,
    });
    expect(orderedByLinks(ordered, inner)).toBeNull();
  });
});
