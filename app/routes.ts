import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/codebases.tsx'),
  route('codebases/:codebaseId', 'routes/codebase.tsx', [
    index('routes/codebaseIndex.tsx'),
    route('intake', 'routes/intake.tsx'),
    route('survey', 'routes/surveyProgress.tsx'),
    route('completeness', 'routes/completeness.tsx'),
    route('document', 'routes/document.tsx'),
    route('overview', 'routes/overview.tsx'),
    route('measures', 'routes/measures.tsx'),
    route('matrix', 'routes/matrix.tsx'),
    route('cycles', 'routes/cycles.tsx'),
    route('source', 'routes/source.tsx'),
  ]),
  route('codebases/:codebaseId/dossier', 'routes/dossier.ts'),
  route('codebases/:codebaseId/evidence', 'routes/evidence.ts'),
  route('codebases/:codebaseId/find', 'routes/find.ts'),
  route('codebases/:codebaseId/events', 'routes/events.ts'),
  route('codebases/:codebaseId/jobs/:jobId/log', 'routes/jobLog.ts'),
  route('upload', 'routes/upload.ts'),
  route('codebases/:codebaseId/measures.csv', 'routes/measuresCsv.ts'),
] satisfies RouteConfig;
