import { onDemand } from '../onDemand.tsx';

const NoteMarkdown = onDemand(
  async () => (await import('./Markdown.tsx')).NoteMarkdown,
  ({ body }) => <p>{body}</p>,
);

/** A note's Markdown. HTML in it is text; pictures are those kept with the notes, and no others. */
export function NoteText(note: { body: string; codebaseId: string }) {
  return (
    <div className="note-text">
      <NoteMarkdown {...note} />
    </div>
  );
}
