import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { MOST_STEPS, USUAL_STEPS as USUAL } from '../../../server/views/graph/steps.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  ArrangementPart,
  Caption,
  CaptionEnd,
  CertaintyPart,
  GrainPart,
  KindsPart,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
  type FoldedPart,
  type Option,
} from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { dateAndTime } from '../../state/figures.ts';
import { measureInSentence } from '../../state/measureInSentence.ts';

/** What a drawing can be tinted by, and compared with. */
export interface GraphChoices {
  measures: readonly { id: string; name: string; unit: string }[];
  others: readonly { id: number; surveyedAt: string; commitHash: string | null }[];
}

const stepChoices = [0, 1, 2, 3, 4, MOST_STEPS].map((n) => ({
  value: String(n),
  label: n === 0 ? 'no step' : n === 1 ? 'one step' : n === MOST_STEPS ? 'all steps' : `${n} steps`,
}));
const leastChoices = [1, 2, 3, 5, 10, 20, 50, 100].map((n) => ({
  value: String(n),
  label: n === 1 ? 'of any weight' : `of ${n} references or more`,
}));
const wayChoices = [
  { value: 'shortest', label: 'the shortest paths' },
  { value: 'all', label: 'all paths' },
];
const impliedChoices = [
  { value: 'in', label: 'shown' },
  { value: 'out', label: 'hidden' },
];
const externalChoices = [
  { value: 'out', label: 'hidden' },
  { value: 'in', label: 'drawn below' },
  { value: 'apart', label: 'drawn below, one by one' },
];
const ringChoices = [
  { value: 'apart', label: 'spread out' },
  { value: 'one', label: 'as one box each' },
];
const flowChoices = [
  { value: 'down', label: 'downward' },
  { value: 'right', label: 'to the right' },
];
const drawings = [
  { value: 'drawing', label: 'a drawing' },
  { value: 'table', label: 'a table' },
];
const none: Option = { value: '', label: 'none' };

/** What the drawing is of, and by what. */
export function GraphCaption({
  picture,
  query,
  scope,
  measures,
  others,
  isTable,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  scope: ScopeChoice;
  isTable: boolean;
} & GraphChoices) {
  const measureChoices = [
    none,
    ...measures.map((measure) => ({ value: measure.id, label: measureInSentence(measure) })),
  ];
  const surveyChoices = [
    { value: '', label: 'no other survey' },
    ...others.map(({ id, surveyedAt, commitHash }) => ({
      value: String(id),
      label: `the survey of ${dateAndTime(surveyedAt)}${commitHash === null ? '' : `, ${commitHash.slice(0, 8)}`}`,
    })),
  ];
  const folded: FoldedPart[] = [
    {
      name: 'externals',
      isUsual: query.externals === externalChoices[0].value,
      part: (
        <>
          externals{' '}
          <ParameterChoice
            label="externals"
            name="externals"
            options={externalChoices}
            value={query.externals}
          />
        </>
      ),
    },
    {
      name: 'cycles',
      isUsual: !query.condensed,
      part: (
        <>
          cycles{' '}
          <ParameterChoice
            label="cycles"
            name="rings"
            options={ringChoices}
            value={query.condensed ? 'one' : 'apart'}
            also={{ apart: null }}
          />
        </>
      ),
    },
    {
      name: 'weight of links',
      isUsual: query.least === 1,
      part: (
        <>
          links{' '}
          <ParameterChoice label="weight" name="least" options={leastChoices} value={String(query.least)} />
        </>
      ),
    },
    {
      name: 'transitive links',
      isUsual: !query.hidesImplied,
      part: (
        <>
          transitive links{' '}
          <ParameterChoice
            label="transitive links"
            name="implied"
            options={impliedChoices}
            value={query.hidesImplied ? 'out' : 'in'}
          />
        </>
      ),
    },
    ...(isTable ? [] : drawnParts(query, measureChoices)),
    ...(others.length === 0
      ? []
      : [
          {
            name: 'comparison with another survey',
            isUsual: query.since === null,
            part: (
              <>
                compared with{' '}
                <ParameterChoice
                  label="another survey"
                  name="since"
                  options={surveyChoices}
                  value={query.since === null ? '' : String(query.since)}
                />
              </>
            ),
          },
        ]),
  ];
  return (
    <Caption>
      The <SubjectPart picture={picture} query={query} scope={scope} /> by references of <KindsPart />,{' '}
      <CertaintyPart />; tests <TestsPart />; as{' '}
      <ParameterChoice label="form" name="as" options={drawings} value={isTable ? 'table' : 'drawing'} />
      <ListsPart />
      <CaptionEnd parts={folded} />
    </Caption>
  );
}

/** What is said of a drawing and not of a table. */
function drawnParts(query: GraphQuery, measureChoices: readonly Option[]): FoldedPart[] {
  return [
    {
      name: 'direction',
      isUsual: query.flow === flowChoices[0].value,
      part: (
        <>
          drawn <ParameterChoice label="direction" name="flow" options={flowChoices} value={query.flow} />
        </>
      ),
    },
    {
      name: 'tint',
      isUsual: query.tint === null,
      part: (
        <>
          {query.tint === null ? 'tint' : 'tinted by'}{' '}
          <ParameterChoice label="tint" name="tint" options={measureChoices} value={query.tint ?? ''} />
        </>
      ),
    },
    {
      name: 'bars',
      isUsual: query.bar === null,
      part: (
        <>
          {query.bar === null ? 'bars' : 'with bars for'}{' '}
          <ParameterChoice label="bars" name="bar" options={measureChoices} value={query.bar ?? ''} />
        </>
      ),
    },
  ];
}

/** What of the code is drawn. */
function SubjectPart({
  picture: { around, until, cycle },
  query,
  scope,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  scope: ScopeChoice;
}) {
  const first = <b className="mono">{around ? <ElementName element={around} /> : query.around}</b>;
  const second = <b className="mono">{until ? <ElementName element={until} /> : query.until}</b>;
  const arranged = <ArrangementPart scope={scope} />;
  const steps = (label: string, name: 'up' | 'down') => (
    <ParameterChoice
      label={label}
      name={name}
      options={stepChoices}
      value={String(query[name])}
      usual={String(USUAL)}
    />
  );
  if (query.cycle !== null)
    return (
      <>
        members of the cycle <b>{cycle}</b>, {arranged},
      </>
    );
  if (query.around === null)
    return (
      <>
        <GrainPart /> of <ScopePart scope={scope} /> {arranged} and what they use,
      </>
    );
  if (query.until === null)
    return (
      <>
        <GrainPart /> around {first}: {steps('steps of users', 'up')} up to what uses it,{' '}
        {steps('steps of used', 'down')} down to what it uses, {arranged},
      </>
    );
  if (query.ways === 'direct')
    return (
      <>
        <GrainPart /> of {first} that use something in {second}, and those, {arranged},
      </>
    );
  return (
    <>
      <GrainPart /> on <ParameterChoice label="ways" name="ways" options={wayChoices} value={query.ways} />{' '}
      between {first} and {second}, {arranged},
    </>
  );
}
