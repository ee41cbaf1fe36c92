'use client';
import { memo, useState } from 'react';
import type { Command } from '../../../core/edit/command.ts';
import { sizePlaceOf } from '../../../core/edit/place.ts';
import { worthInSquares } from '../../../core/number/format.ts';
import { squareOf } from '../../../core/sheet/layout/paperLength.ts';
import type { Token } from '../../../core/statement/sentence.ts';
import { sizeKey, standingOf } from '../../../core/statement/standings.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { FaultNote } from './FaultNote.tsx';
import { FigureField } from './FigureField.tsx';

type Props = { readonly tokens: readonly Token[]; readonly subject: string };

/** The same words and figures in the same places. */
const sameSentence = (a: Props, b: Props): boolean =>
  a.subject === b.subject && JSON.stringify(a.tokens) === JSON.stringify(b.tokens);

/** A sentence with its live figures, and below it what is wrong with the one last typed. Drawn anew only when its own words change. */
export const Sentence = memo(({ tokens, subject }: Props) => {
  const units = useSession((s) => s.drawing.part.units);
  const standings = useSession((s) => s.drawing.standings);
  const values = useSession((s) => s.picture?.values);
  const square = useSession((s) => squareOf(s.drawing.part));
  /** the worth of a figure that is worked out; on squared paper in squares too */
  const worthOf = ({ path, figure, text }: Extract<Token, { kind: 'figure' }>): string | undefined => {
    const value = values?.[path.join('.')];
    const isInSquares = square === undefined || figure !== 'length' || /\bsq$/.test(text);
    if (value === undefined || isInSquares) return value;
    return `${value}, ${worthInSquares(Number(value), square)}`;
  };
  const [fault, setFault] = useState<string>();
  const { session } = useDesk();
  const partNow = () => session.state.getState().drawing.part;
  const withFigure = (token: Extract<Token, { kind: 'figure' }>, text: string): Command => ({
    type: 'setFigure',
    place: sizePlaceOf(partNow(), token.path),
    text,
  });
  // an opening bracket stays with the figure after it when the line breaks
  const lead = (i: number): string => {
    const before = tokens[i - 1];
    return before?.kind === 'words' && before.text.endsWith('[') ? '[' : '';
  };
  return (
    <>
      {tokens.map((t, i) =>
        t.kind === 'words' ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: the words of a sentence have no identity but their place
          <span key={i}>{tokens[i + 1] ? t.text.replace(/\[$/, '') : t.text}</span>
        ) : (
          <span key={t.path.join('.')} className="whitespace-nowrap">
            {lead(i)}
            <FigureField
              text={t.text}
              name={`${subject}, ${t.name ?? 'figure'}`}
              account={t.account}
              worth={worthOf(t)}
              standing={
                t.figure === 'designation'
                  ? 'given'
                  : standingOf(sizeKey(partNow(), t.path), t.text, standings)
              }
              units={t.figure === 'length' ? units : 'mm'}
              onCommit={(text) => session.edit(withFigure(t, text), 'field')}
              onPreview={(text) => void session.preview(withFigure(t, text))}
              onFault={setFault}
            />
          </span>
        ),
      )}
      <FaultNote texts={fault ? [fault] : []} />
    </>
  );
}, sameSentence);
Sentence.displayName = 'Sentence';
