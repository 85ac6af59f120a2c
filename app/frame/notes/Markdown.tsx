import Markdown, { defaultUrlTransform } from 'react-markdown';

const pictureAddress = /^picture:([0-9a-f]{24})$/;

/** A note's Markdown. HTML in it is text; pictures are those kept with the notes, and no others. */
export function NoteMarkdown({ body, codebaseId }: { body: string; codebaseId: string }) {
  return (
    <Markdown
      urlTransform={(url, name) =>
        name === 'src' ? (pictureAddress.test(url) ? url : '') : defaultUrlTransform(url)
      }
      components={{
        img({ src, alt }) {
          const id = typeof src === 'string' ? pictureAddress.exec(src)?.[1] : undefined;
          return id === undefined ? (
            <span className="faded">[{alt ?? 'a picture'}]</span>
          ) : (
            <img src={`/codebases/${codebaseId}/pictures/${id}`} alt={alt ?? ''} />
          );
        },
        a: ({ href, children }) => (
          <a href={href} target="_blank" rel="noreferrer noopener">
            {children}
          </a>
        ),
      }}
    >
      {body}
    </Markdown>
  );
}
