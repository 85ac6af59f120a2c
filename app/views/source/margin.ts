import { RangeSet, type Extension } from '@codemirror/state';
import { gutter, GutterMarker } from '@codemirror/view';

/** What stands in the margin beside a line. */
export interface MarginMark {
  line: number;
  /** Cyclomatic complexity of the routine that begins here; null for none. */
  complexity: number | null;
  /** Notes on the line, or on what begins here. */
  notes: number;
  /** What breaks rules here, each in a sentence. */
  breaks: string[];
}

/** From this complexity on the mark has its full ink. */
const FULL_INK = 20;

class Mark extends GutterMarker {
  constructor(
    private readonly mark: MarginMark,
    private readonly onNotes: (line: number) => void,
  ) {
    super();
  }

  override eq(other: Mark): boolean {
    return JSON.stringify(other.mark) === JSON.stringify(this.mark);
  }

  override toDOM(): HTMLElement {
    const { complexity, notes, breaks, line } = this.mark;
    const dom = document.createElement('span');
    dom.className = 'margin-mark';
    if (breaks.length > 0) {
      const sign = document.createElement('i');
      sign.className = 'margin-break';
      sign.textContent = '⊢';
      sign.title = breaks.join('\n');
      dom.append(sign);
    }
    if (notes > 0) {
      const note = document.createElement('button');
      note.type = 'button';
      note.className = 'plain-button margin-note';
      note.textContent = '✎';
      note.title = notes === 1 ? '1 note' : `${notes} notes`;
      note.onclick = () => this.onNotes(line);
      dom.append(note);
    }
    if (complexity !== null) {
      const figure = document.createElement('span');
      figure.textContent = String(complexity);
      figure.title = `Cyclomatic complexity ${complexity}`;
      const share = Math.min(1, complexity / FULL_INK);
      figure.style.background = `color-mix(in srgb, var(--most) ${Math.round(55 * share)}%, var(--least))`;
      dom.append(figure);
    }
    return dom;
  }
}

/** A column beside the line numbers: complexity of routines where they begin, notes, and what breaks rules. */
export function margin(marks: readonly MarginMark[], onNotes: (line: number) => void): Extension {
  return gutter({
    class: 'cm-margin',
    markers: (view) =>
      RangeSet.of(
        marks
          .filter(({ line }) => line >= 1 && line <= view.state.doc.lines)
          .sort((a, b) => a.line - b.line)
          .map((mark) => new Mark(mark, onNotes).range(view.state.doc.line(mark.line).from)),
      ),
  });
}
