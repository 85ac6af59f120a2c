import { hoverTooltip, type EditorView, type Tooltip } from '@codemirror/view';
import type { Card } from '../../../server/views/cardView.ts';
import type { SourceLink } from '../../../server/views/constructsView.ts';
import { figure } from '../../state/figures.ts';
import { dependencyWords } from '../../state/words.ts';
import { isUnresolvedName, linkAt } from './constructs.ts';

export type LoadCard = (key: string) => Promise<Card | null>;

const MAX_DOC = 400;
const MAX_CARDS = 4;

/** Shows what a name is where it is pointed at: kind, signature, comment, measures and certainty. */
export function nameCards(loadCard: LoadCard): ReturnType<typeof hoverTooltip> {
  return hoverTooltip(
    async (view, offset): Promise<Tooltip | null> => {
      const found = linkAt(view.state, offset);
      if (!found) {
        if (!isUnresolvedName(view.state, offset)) return null;
        return { pos: offset, create: () => ({ dom: unknownCard() }) };
      }
      const { link, from, to } = found;
      const wanted = link.targets.slice(0, MAX_CARDS);
      const cards = await Promise.all(wanted.map(({ element }) => loadCard(element.key)));
      return { pos: from, end: to, create: () => ({ dom: cardFor(view, link, cards) }) };
    },
    { hoverTime: 250 },
  );
}

function element(tag: string, className: string, text = ''): HTMLElement {
  const made = document.createElement(tag);
  made.className = className;
  made.textContent = text;
  return made;
}

function unknownCard(): HTMLElement {
  const dom = element('div', 'name-card');
  dom.append(element('p', 'faded', 'Not resolved: it is unknown where this name leads.'));
  return dom;
}

function cardFor(view: EditorView, { targets, local }: SourceLink, cards: (Card | null)[]): HTMLElement {
  const dom = element('div', 'name-card');
  if (local !== null) {
    const { number } = view.state.doc.lineAt(Math.min(local, view.state.doc.length));
    dom.append(element('p', '', `Local, bound at line ${figure(number)}.`));
  }
  cards.forEach((card, index) => {
    if (!card) return;
    const { kind, certainty } = targets[index];
    const head = element('p', 'card-head');
    head.append(element('b', 'mono', card.name), element('span', 'faded', ` ${card.form}`));
    if (certainty !== 'exact') head.append(element('span', 'caution', ` ${certainty}`));
    if (kind) head.append(element('span', 'faded', `, ${dependencyWords[kind] ?? kind}`));
    dom.append(head);
    if (card.signature !== '') dom.append(element('p', 'mono', card.signature));
    if (card.doc !== '')
      dom.append(
        element('p', 'card-doc', card.doc.length > MAX_DOC ? `${card.doc.slice(0, MAX_DOC)}…` : card.doc),
      );
    const figures = card.figures.map(({ name, value, decimals }) => `${name} ${figure(value, decimals)}`);
    const place = card.place === '' ? '' : `${card.place}, line ${figure(card.line)}`;
    dom.append(element('p', 'faded', [place, ...figures].filter((part) => part !== '').join(' · ')));
  });
  const rest = targets.length - cards.length;
  if (rest > 0) dom.append(element('p', 'faded', `and ${rest} more candidates`));
  return dom;
}
