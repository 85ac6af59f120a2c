import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { MOST_STEPS, USUAL_STEPS as USUAL } from '../../../server/views/graph/steps.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  ArrangementPart,
  Caption,
  CertaintyPart,
  GrainPart,
  KindsPart,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';

const stepChoices = [0, 1, 2, 3, 4, MOST_STEPS].map((n) => ({
  value: String(n),
  label: n === 0 ? 'no step' : n === 1 ? 'one step' : n === MOST_STEPS ? 'all steps' : `${n} steps`,
}));
const leastChoices = [1, 2, 3, 5, 10, 20, 50, 100].map((n) => ({
  value: String(n),
  label: n === 1 ? 'of any weight' : `of ${n} references or more`,
}));
const USUAL_STEPS = String(USUAL);
const wayChoices = [
  { value: 'shortest', label: 'the shortest ways' },
  { value: 'all', label: 'all ways' },
];
const impliedChoices = [
  { value: 'in', label: 'shown' },
  { value: 'out', label: 'left out' },
];
const drawings = [
  { value: 'drawing', label: 'a drawing' },
  { value: 'table', label: 'a table' },
];

/** What the drawing is of, and by what. */
export function GraphCaption({
  picture,
  query,
  scope,
  isTable,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  scope: ScopeChoice;
  isTable: boolean;
}) {
  const { around } = picture;
  return (
    <Caption>
      The{' '}
      {query.around === null ? (
        <>
          <GrainPart /> of <ScopePart scope={scope} /> <ArrangementPart scope={scope} /> and what they use,
        </>
      ) : query.until !== null ? (
        <>
          <GrainPart /> on{' '}
          <ParameterChoice label="ways" name="ways" options={wayChoices} value={query.ways} /> by which{' '}
          <b className="mono">{around ? <ElementName element={around} /> : query.around}</b> and{' '}
          <b className="mono">{picture.until ? <ElementName element={picture.until} /> : query.until}</b> use
          one the other, <ArrangementPart scope={scope} />,
        </>
      ) : (
        <>
          <GrainPart /> around{' '}
          <b className="mono">{around ? <ElementName element={around} /> : query.around}</b>:{' '}
          <ParameterChoice
            label="steps of users"
            name="up"
            options={stepChoices}
            value={String(query.up)}
            usual={USUAL_STEPS}
          />{' '}
          of what uses it,{' '}
          <ParameterChoice
            label="steps of used"
            name="down"
            options={stepChoices}
            value={String(query.down)}
            usual={USUAL_STEPS}
          />{' '}
          of what it uses, <ArrangementPart scope={scope} />,
        </>
      )}{' '}
      by references of <KindsPart />, <CertaintyPart />, tests <TestsPart />; links{' '}
      <ParameterChoice label="weight" name="least" options={leastChoices} value={String(query.least)} />,
      those that a longer path implies{' '}
      <ParameterChoice
        label="implied links"
        name="implied"
        options={impliedChoices}
        value={query.hidesImplied ? 'out' : 'in'}
      />
      , as <ParameterChoice label="form" name="as" options={drawings} value={isTable ? 'table' : 'drawing'} />
      <ListsPart />.
    </Caption>
  );
}
