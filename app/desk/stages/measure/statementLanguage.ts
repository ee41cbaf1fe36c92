import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { type Diagnostic, linter } from '@codemirror/lint';
import type { Extension } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, MatchDecorator, ViewPlugin } from '@codemirror/view';
import { sentence } from '../../../../core/number/fault.ts';
import { readStatement } from '../../../../core/statement/read.ts';
import { completionsOf } from '../../../../core/statement/typed/typedLine.ts';

/** What is set apart in a line: its beginning (Part, Let, Body or the feature's name) and its figures. */
const MARKED =
  /^\s*(?:(Part|Let|Body)\b|([^:=\n]{1,40}):)|(?<![\p{L}\p{N}_])(\d+(?:[./ -]\d+)*(?:\.\d+)?)/gmu;

const beginning = Decoration.mark({ class: 'font-semibold text-deep' });
const figure = Decoration.mark({ class: 'text-house' });
const marks = new MatchDecorator({
  regexp: MARKED,
  decoration: (m) => (m[3] === undefined ? beginning : figure),
});
const highlighting = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = marks.createDeco(view);
    }
    update(u: Parameters<typeof marks.updateDeco>[0]): void {
      this.decorations = marks.updateDeco(u, this.decorations);
    }
  },
  { decorations: (v) => v.decorations },
);

/** The lines that cannot be read, each underlined at its place with what is wrong and what to do. */
const faults = (view: EditorView): readonly Diagnostic[] => {
  const read = readStatement(view.state.doc.toString());
  if (read.ok) return [];
  return read.faults.flatMap((f) => {
    const [place, number] = f.path;
    // what is wrong with the part as a whole is said below the text when it is applied
    if (place !== 'line' || typeof number !== 'number' || number > view.state.doc.lines) return [];
    const line = view.state.doc.line(number);
    const indent = line.text.length - line.text.trimStart().length;
    return [{ from: line.from + indent, to: line.to, severity: 'error', message: sentence(f) }];
  });
};

/** Words of the statement's language, and the names of its own sizes. */
const completions = (at: CompletionContext): CompletionResult | null => {
  const word = at.matchBefore(/\p{L}[\p{L}\p{N}_]*/u);
  if (!word || (word.text.length < 2 && !at.explicit)) return null;
  const sizes = [...at.state.doc.toString().matchAll(/^\s*Let (\S+) =/gm)].map((m) => m[1] as string);
  const offers = [
    ...sizes
      .filter((s) => s.startsWith(word.text))
      .map((label) => ({ label, detail: 'a size of this part' })),
    ...completionsOf(word.text).map((label) => ({ label })),
  ].filter((o) => o.label !== word.text);
  return offers.length ? { from: word.from, options: offers } : null;
};

const look = EditorView.theme({
  '&': { fontSize: '12.5px', backgroundColor: 'white' },
  '&.cm-focused': { outline: '2px solid var(--color-house)', outlineOffset: '1px' },
  '.cm-content': { fontFamily: 'var(--font-mono)', lineHeight: '20px', padding: '8px 0', minHeight: '20rem' },
  '.cm-line': { padding: '0 8px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', maxHeight: 'calc(100vh - 16rem)' },
  '.cm-tooltip': {
    border: '1px solid var(--color-rule-strong)',
    backgroundColor: 'var(--color-page)',
    fontFamily: 'var(--font-sans)',
    maxWidth: '300px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--font-mono)', maxHeight: '12em' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li': { padding: '2px 8px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--color-hover)',
    color: 'var(--color-deep)',
  },
  '.cm-completionDetail': { fontFamily: 'var(--font-sans)', color: 'var(--color-second)' },
  '.cm-gutters': { backgroundColor: 'var(--color-pale)', borderRight: '1px solid var(--color-rule)' },
  '.cm-diagnostic': { borderLeft: '4px solid var(--color-fault)', whiteSpace: 'normal' },
});

/** The statement's language for the text editor: its own look, completion, and faults at their place. */
export const statementLanguage: Extension = [
  look,
  highlighting,
  EditorView.lineWrapping,
  autocompletion({ override: [completions], icons: false }),
  linter(faults, { delay: 300 }),
];
