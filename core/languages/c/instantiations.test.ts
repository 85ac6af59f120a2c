import { expect, it } from 'vitest';
import { dependenciesOf, factsOfText } from '../../../tests/surveyText.ts';

it('an explicit instantiation is read whole, uses the types that it names, and declares none', async () => {
  const source = `template <class T> class Lock { T held; };
class Gate {};
template class Lock<Gate>;
extern template class Lock<Gate*>;
`;
  const facts = await factsOfText('a.cpp', source);
  expect(facts.parse).toBe('clean');
  expect(facts.declarations.count).toBe(3);
  expect(await dependenciesOf({ 'a.cpp': source }, 'typeUse')).toEqual([
    'typeUse a.cpp → a.cpp#Gate exact',
    'typeUse a.cpp → a.cpp#Lock exact',
  ]);
});
