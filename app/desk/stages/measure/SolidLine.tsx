'use client';
import { useState } from 'react';
import type { LinePlace } from '../../../../core/edit/place.ts';
import { sizeText } from '../../../../core/number/format.ts';
import type { ShownRecognised } from '../../../../workers/recognising.ts';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';

const press = 'font-semibold text-house hover:underline';

/** The lines that were found, and what using them changes. */
const Found = ({ line, found, onKeep }: { line: LinePlace; found: ShownRecognised; onKeep: () => void }) => {
  const edit = useEdit();
  const isTied = useSession(
    ({ drawing: d }) =>
      Boolean(d.dimensions?.list.length) ||
      Boolean(d.names && Object.keys(d.names).length) ||
      d.cuts.length > 0,
  );
  const { rest, deviation } = found.recognised;
  const units = useSession((s) => s.drawing.part.units);
  return (
    <section aria-label={`${line.line} by lines`} className="mt-1 mb-2 border-l-4 border-l-light-line pl-3">
      <p className="text-second">
        {rest
          ? `Not recognised: a solid of ${rest.faces} ${rest.faces === 1 ? 'face' : 'faces'}, which stays a solid.`
          : 'The whole solid is recognised.'}{' '}
        {deviation === undefined
          ? 'By these lines volume, area, all edges and the six views are the same.'
          : `Its facets stand for rounds: they lie up to ${sizeText(deviation, units)} ${units} from what these lines state, its corners on it.`}
      </p>
      {isTied && (
        <p className="mt-1 text-caution">
          Dimensions, names and cuts that are tied to faces of the solid must be tied anew.
        </p>
      )}
      <p className="mt-1 flex gap-4">
        <button
          type="button"
          className={press}
          onClick={() => void edit({ type: 'stateSolid', line, recognised: found.recognised })}
        >
          Use these lines
        </button>
        <button type="button" className={press} onClick={onKeep}>
          Keep the solid
        </button>
      </p>
      <ul className="mt-1">
        {found.lines.map(({ id, words }) => (
          <li key={id} className="py-0.5">
            <span className="font-semibold">{id}</span>: {words}
          </li>
        ))}
      </ul>
    </section>
  );
};

/** Below a line that is a solid of a file: the lines by which it can be stated, looked for at a press. */
export const SolidLine = ({ line }: { line: LinePlace }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const { part } = drawing;
  const [last, setLast] = useState<{
    readonly of: typeof part;
    readonly is: ShownRecognised | 'nothing' | 'looking';
  }>();
  // what was found holds for the part as it was
  const found = last?.of === part ? last.is : undefined;
  const look = (): void => {
    setLast({ of: part, is: 'looking' });
    void engine
      .recognise(drawing, line.body, line.line)
      .then((is) =>
        setLast((now) => (now?.of !== part || now.is !== 'looking' ? now : is && { of: part, is })),
      );
  };
  return (
    <div className="text-[13px] leading-[18px]">
      {found === undefined || found === 'looking' ? (
        <button type="button" className={press} disabled={found === 'looking'} onClick={look}>
          {found === 'looking' ? 'Looking for its features ...' : 'State it by lines'}
        </button>
      ) : found === 'nothing' ? (
        <p className="text-second">
          No hole, slot, outline or turned form of it is recognised. It stays a solid; views, cuts and sizes
          work all the same.
        </p>
      ) : (
        <Found line={line} found={found} onKeep={() => setLast(undefined)} />
      )}
    </div>
  );
};
