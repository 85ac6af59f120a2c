import { isRouteErrorResponse, Link, Outlet, useLocation, useParams } from 'react-router';
import type { Route } from './+types/inView';

export default function InView() {
  return <Outlet />;
}

/** What is said when a view cannot be shown. */
interface Failure {
  sentence: string;
  /** The element nearest to what was asked for, where there is one. */
  nearest: string | null;
}

function failureOf(error: unknown): Failure {
  if (!isRouteErrorResponse(error))
    return {
      sentence: `Something went wrong in Yletope itself: ${error instanceof Error ? error.message : String(error)}`,
      nearest: null,
    };
  const told = error.data as unknown;
  if (typeof told === 'object' && told !== null && 'message' in told)
    return {
      sentence: String(told.message),
      nearest: 'nearest' in told && typeof told.nearest === 'string' ? told.nearest : null,
    };
  if (typeof told === 'string' && told !== '') return { sentence: told, nearest: null };
  return { sentence: error.status === 404 ? 'There is no such page.' : error.statusText, nearest: null };
}

/** What is wrong with an address, inside the frame, with ways on. */
export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const { sentence, nearest } = failureOf(error);
  const { codebaseId } = useParams();
  const { pathname } = useLocation();
  const base = `/codebases/${codebaseId}`;
  return (
    <div className="empty" role="alert">
      <h1>{sentence}</h1>
      {nearest && (
        <p>
          The closest match is{' '}
          <Link to={`${base}/matrix?focus=${encodeURIComponent(nearest)}`} className="mono">
            {nearest}
          </Link>
          .
        </p>
      )}
      <p>
        <Link to={pathname}>Reset this view</Link> · <Link to={`${base}/overview`}>Overview</Link>
      </p>
      <p className="faded">Press / to look for what you meant.</p>
    </div>
  );
}
