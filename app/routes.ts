import { index, layout, route, type RouteConfig } from '@react-router/dev/routes';
import { allViews } from './views.ts';

export default [
  index('routes/codebases.tsx'),
  route('codebases/:codebaseId', 'routes/codebase.tsx', [
    index('routes/codebaseIndex.tsx'),
    // Each view has a route of its name; what goes wrong in one is told inside the frame.
    layout(
      'routes/inView.tsx',
      allViews.map(({ path }) => route(path, `routes/${path}.tsx`)),
    ),
  ]),
  route('codebases/:codebaseId/dossier', 'routes/dossier.ts'),
  route('codebases/:codebaseId/evidence', 'routes/evidence.ts'),
  route('codebases/:codebaseId/find', 'routes/find.ts'),
  route('codebases/:codebaseId/matches', 'routes/matches.ts'),
  route('codebases/:codebaseId/constructs', 'routes/constructs.ts'),
  route('codebases/:codebaseId/outline', 'routes/outline.ts'),
  route('codebases/:codebaseId/card', 'routes/card.ts'),
  route('codebases/:codebaseId/uses', 'routes/uses.ts'),
  route('codebases/:codebaseId/marks', 'routes/marks.ts'),
  route('codebases/:codebaseId/shortlists', 'routes/shortlists.ts'),
  route('codebases/:codebaseId/shortlists/:file', 'routes/shortlistFile.ts'),
  route('codebases/:codebaseId/plans/:file', 'routes/planFile.ts'),
  route('codebases/:codebaseId/yletope.yaml', 'routes/rulesFile.ts'),
  route('codebases/:codebaseId/planEffect', 'routes/planEffect.ts'),
  route('codebases/:codebaseId/planProgress', 'routes/planProgress.ts'),
  route('codebases/:codebaseId/addresses', 'routes/addresses.ts'),
  route('codebases/:codebaseId/pictures', 'routes/pictures.ts'),
  route('codebases/:codebaseId/pictures/:pictureId', 'routes/picture.ts'),
  route('codebases/:codebaseId/events', 'routes/events.ts'),
  route('codebases/:codebaseId/surveys/:surveyId/pin', 'routes/pin.ts'),
  route('codebases/:codebaseId/jobs/:jobId/log', 'routes/jobLog.ts'),
  route('codebases/:codebaseId/graphs/:file', 'routes/graphFile.ts'),
  route('upload', 'routes/upload.ts'),
  route('markdown', 'routes/markdown.ts'),
  route('codebases/:codebaseId/measures.csv', 'routes/measuresCsv.ts'),
  route('*', 'routes/nothing.tsx'),
] satisfies RouteConfig;
