import type { ComponentType } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { createRoutesStub } from 'react-router';
import { ElementMenuProvider } from './frame/ElementMenu.tsx';
import { MarksProvider } from './frame/marks/Marks.tsx';
import { NoteDialogProvider } from './frame/notes/NoteDialog.tsx';
import { ShortlistProvider } from './frame/shortlists/Shortlists.tsx';
import { ViewsProvider } from './frame/viewDescriptor.ts';
import { allViews } from './views.ts';

/**
 * A component as the server writes it within the frame, at an address of a codebase's view, for tests: its text with one blank between
 * words, and its markup.
 */
export function rendered<Props extends object>(
  Component: ComponentType<Props>,
  props: Props,
  address = '/codebases/1/matrix',
): { text: string; html: string } {
  const Page = () => (
    <ViewsProvider value={allViews}>
      <ShortlistProvider codebaseId="1">
        <NoteDialogProvider codebaseId="1">
          <MarksProvider codebaseId={1} marks={[]} markings={[]}>
            <ElementMenuProvider>
              <Component {...props} />
            </ElementMenuProvider>
          </MarksProvider>
        </NoteDialogProvider>
      </ShortlistProvider>
    </ViewsProvider>
  );
  const Shown = createRoutesStub([{ path: '/codebases/:codebaseId/*', Component: Page }]);
  const html = renderToStaticMarkup(<Shown initialEntries={[address]} />);
  const text = html
    .replace(/<[^>]*>/g, ' ')
    .replaceAll('&#x27;', "'")
    .replaceAll('&amp;', '&')
    .replace(/\s+/g, ' ')
    .replace(/ ([.,:;])/g, '$1')
    .trim();
  return { text, html };
}
