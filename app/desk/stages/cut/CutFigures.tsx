'use client';
import { useState } from 'react';
import type { Cut as CutFile } from '../../../../core/drawing/drawing.ts';
import { shifted } from '../../../../core/edit/traceStated.ts';
import { decimal } from '../../../../core/number/format.ts';
import type { CutStudy, MoveOfCut } from '../../../../workers/cutting.ts';
import { field } from '../../book/Page.tsx';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useDesk, useSession } from '../../useDesk.ts';
import { sideWords } from './sideWords.ts';
import { useRestate } from './useRestate.ts';

const AreaCurve = fetchedLater(() => import('./AreaCurve.tsx').then((m) => m.AreaCurve));

/** Volumes on either side of the plane, and the plane moved to a share of them. */
const Volumes = ({ cut, study }: { cut: CutFile; study: CutStudy }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const move = useMoveCut(cut);
  const [share, setShare] = useState('');
  const [fault, setFault] = useState<string>();
  const { units } = drawing.part;
  const { stays, goes } = study.volumes;
  const enter = async (): Promise<void> => {
    const m = /^(\d+(?:\.\d+)?)(?:\/(\d+(?:\.\d+)?)|\s*(%))?$/.exec(share.trim());
    const value = m ? Number(m[1]) / (m[3] ? 100 : Number(m[2] ?? 1)) : Number.NaN;
    if (!(value > 0 && value < 1)) {
      setFault(`"${share}" is not a share. Type one such as 1/3 or 40%.`);
      return;
    }
    const to = await engine.shareOfCut(drawing, cut.trace.name, 1 - value);
    setFault(
      to
        ? undefined
        : 'No place of the plane cuts that share off: only a single flat plane is moved, and what it leaves whole stays.',
    );
    if (to) move(to, `${share.trim()} of the volume cut off`);
    setShare('');
  };
  return (
    <div className="px-5 py-2 text-[13px]">
      <p>
        Behind the cut <b className="figures">{decimal(stays, 2)}</b> {units}³, taken away{' '}
        <b className="figures">{decimal(goes, 2)}</b> {units}³ (
        {decimal((100 * goes) / (stays + goes || 1), 1)} %).
      </p>
      {study.curve.length > 0 && (
        <label className="mt-1 flex items-center gap-2">
          Cut off
          <input
            aria-label={`Share that cut ${cut.trace.name} takes away`}
            placeholder="1/3"
            value={share}
            onChange={(e) => setShare(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') void enter();
              if (e.key === 'Escape') setShare('');
            }}
            className={`${field} figures w-20 py-0`}
          />
          of the volume
        </label>
      )}
      {fault && <p className="text-fault">{fault}</p>}
    </div>
  );
};

/** Moves a flat cut along its direction of sight, stated as it was. */
const useMoveCut = (cut: CutFile): ((to: MoveOfCut, words: string) => void) => {
  const restate = useRestate(cut.trace.name);
  return ({ by, sight }, words) => {
    void restate((t, p, sides) => shifted(t, p, [sight[0] * by, sight[1] * by], sides), words);
  };
};

/** What a cut lays open: its areas, sides and angles, moments, volumes, and the curve of its area along its way. */
export const CutFigures = ({ cut, study }: { cut: CutFile; study: CutStudy }) => {
  const units = useSession((s) => s.drawing.part.units);
  const move = useMoveCut(cut);
  return (
    <>
      {study.legs.length > 0 && (
        <p className="px-5 pt-2 text-[13px]">
          {study.legs.map((area, i) => `Leg ${i + 1}: ${decimal(area, 2)} ${units}²`).join('; ')}.
        </p>
      )}
      <Volumes cut={cut} study={study} />
      {study.curve.length > 0 && (
        <AreaCurve
          curve={study.curve}
          units={units}
          onMove={(by) => move({ by, sight: study.sight }, 'moved along the curve of its area')}
        />
      )}
      {study.bodies.map((b) => (
        <details key={b.name} className="border-t border-rule px-5 py-2 text-[13px]">
          <summary className="cursor-pointer">
            Sides and angles{study.bodies.length > 1 ? ` of ${b.name}` : ''}
          </summary>
          <ul aria-label={`Sides of cut ${cut.trace.name}, ${b.name}`} className="mt-1">
            {b.sides.map((s) => (
              <li key={`${s.from} ${s.to} ${s.length}`} className="figures">
                {sideWords(s, units)}
              </li>
            ))}
          </ul>
          {b.corners.length > 0 && (
            <p className="mt-1">
              Angles:{' '}
              <span className="figures">
                {b.corners.map((c) => `${c.at ? `at ${c.at} ` : ''}${decimal(c.angle, 2)}°`).join(', ')}
              </span>
            </p>
          )}
          {b.diagonals.length > 0 && (
            <p className="mt-1">
              Diagonals:{' '}
              <span className="figures">
                {b.diagonals.map((d) => `${d.from} to ${d.to} ${decimal(d.length, 3)}`).join(', ')}
              </span>{' '}
              {units}
            </p>
          )}
          <p className="mt-1 text-second">
            Second moments about the middle: greatest{' '}
            <span className="figures">{decimal(b.moments.greatest, 1)}</span>, least{' '}
            <span className="figures">{decimal(b.moments.least, 1)}</span> {units}⁴, the axis of the greatest
            at <span className="figures">{decimal(b.moments.angle, 2)}°</span> to the trace.
          </p>
        </details>
      ))}
    </>
  );
};
