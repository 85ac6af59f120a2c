import { Link, useParams } from 'react-router';
import { usePicture } from '../state/usePicture.ts';
import { carriedOver } from '../state/pictureState.ts';

/** Says that a view shows no violations because the kept rules cannot be read, and leads to where they are mended; nothing else. */
export function UnreadRules({ problem }: { problem: string | null }) {
  const { codebaseId } = useParams();
  const { params } = usePicture();
  if (problem === null) return null;
  return (
    <p className="notice-line caution unread-rules" role="status">
      No rules are applied, because they cannot be read: {problem}{' '}
      <Link to={`/codebases/${codebaseId}/rules${carriedOver(params)}`}>Edit the rules</Link>
    </p>
  );
}
