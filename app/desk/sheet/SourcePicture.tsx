'use client';
import { useState } from 'react';
import { decimal } from '../../../core/number/format.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { typedContext } from '../../../core/statement/typed/enter.ts';
import { nearestSize, scaledByTwoPoints } from '../../../core/task/source.ts';
import { sourceAddress } from '../../serverCalls.ts';
import { FaultNote } from '../book/FaultNote.tsx';
import { field } from '../book/Page.tsx';
import { useDesk, useEdit, useSession, useView } from '../useDesk.ts';

/** The source picture beneath the ink, and the two points by which it is scaled. Paper mm with y down. */
export const SourcePicture = ({ height }: { height: number }) => {
  const source = useSession((s) => s.drawing.source);
  const id = useSession((s) => s.id);
  const stamp = useView((s) => s.pictureStamp);
  if (!source?.shown) return null;
  const [w, h] = [source.width * source.perPixel, source.height * source.perPixel];
  return (
    <image
      data-testid="source picture"
      href={`${sourceAddress(id)}?${stamp}`}
      x={source.at[0]}
      y={height - source.at[1] - h}
      width={w}
      height={h}
      opacity={source.opacity}
      preserveAspectRatio="none"
    />
  );
};

/** Takes the clicks while the picture is being scaled. */
export const ScalingPoints = ({
  width,
  height,
  paperPoint,
}: {
  width: number;
  height: number;
  paperPoint: (e: { clientX: number; clientY: number }) => [number, number];
}) => {
  const { scaleBy } = useDesk().view;
  const points = useView((s) => s.scaling);
  if (!points) return null;
  return (
    <g>
      <rect
        width={width}
        height={height}
        fill="transparent"
        className="cursor-crosshair"
        data-testid="scaling"
        onPointerDown={(e) => {
          e.stopPropagation();
          if (points.length < 2) scaleBy([...points, paperPoint(e)]);
        }}
      />
      {points.length === 2 && (
        <line
          x1={points[0]?.[0]}
          y1={points[0]?.[1]}
          x2={points[1]?.[0]}
          y2={points[1]?.[1]}
          stroke="var(--color-house)"
          strokeWidth={0.4}
          strokeDasharray="2 1"
        />
      )}
      {points.map((p) => (
        <path
          key={p.join()}
          d={`M${p[0] - 2} ${p[1]}h4M${p[0]} ${p[1] - 2}v4`}
          stroke="var(--color-house)"
          strokeWidth={0.5}
        />
      ))}
    </g>
  );
};

/** Says what to click, and takes the real distance between the two points. */
export const ScalingBar = () => {
  const drawing = useSession((s) => s.drawing);
  const perUnit = useSession((s) => s.picture?.perUnit ?? 1);
  const points = useView((s) => s.scaling);
  const edit = useEdit();
  const { scaleBy } = useDesk().view;
  const [apart, setApart] = useState('');
  const [fault, setFault] = useState<string>();
  const { source } = drawing;
  if (!points || !source) return null;
  const finish = (): void => {
    const [a, b] = points;
    const real = typedContext(drawing.part, undefined).worth(apart);
    if (!a || !b || real === undefined || real <= 0) {
      setFault('Give the real distance between the two points, such as 45 or 2 3/16.');
      return;
    }
    const { height } = paperFrame(drawing.setup);
    const up = (p: readonly [number, number]): [number, number] => [p[0], height - p[1]];
    void edit({
      type: 'changePicture',
      change: scaledByTwoPoints(source, up(a), up(b), real * perUnit),
      label: `Picture scaled: ${apart} between two points`,
    });
    scaleBy(undefined);
    setApart('');
    setFault(undefined);
  };
  return (
    <div
      role="status"
      className="absolute top-2 left-1/2 -translate-x-1/2 rounded-md border border-rule-strong bg-page px-4 py-2 text-[13px] shadow-md"
    >
      <span className="flex items-center gap-2">
        {points.length < 2
          ? `Click ${points.length ? 'the second point' : 'the first of two points'} on the picture.`
          : 'Their real distance'}
        {points.length === 2 && (
          <>
            <input
              aria-label="Real distance between the two points"
              // biome-ignore lint/a11y/noAutofocus: it is the one thing that is asked for now
              autoFocus
              className={`${field} figures w-28`}
              value={apart}
              onChange={(e) => setApart(e.target.value)}
              onKeyDown={(e) => e.key === 'Enter' && finish()}
            />
            <button
              type="button"
              onClick={finish}
              className="rounded-md bg-deep px-3 py-1 font-semibold text-white hover:bg-house"
            >
              Scale
            </button>
          </>
        )}
        <button type="button" onClick={() => scaleBy(undefined)} className="text-second hover:underline">
          Leave it
        </button>
      </span>
      {points.length === 2 && <Proportion points={points} />}
      <FaultNote texts={fault ? [fault] : []} />
    </div>
  );
};

/** Beyond this share a length on the picture is not taken for the size that comes nearest to it. */
const AGREES = 0.02;

/** How far two points are apart as the picture is scaled now, and the size of the statement that comes nearest. */
const Proportion = ({ points }: { points: readonly (readonly [number, number])[] }) => {
  const part = useSession((s) => s.drawing.part);
  const perUnit = useSession((s) => s.picture?.perUnit ?? 1);
  const [a, b] = points as [readonly [number, number], readonly [number, number]];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) / perUnit;
  const near = nearestSize(length, part);
  return (
    <p className="mt-1 text-second" data-testid="proportion">
      As it lies they are <span className="figures">{decimal(length, 2)}</span> {part.units} apart.
      {near &&
        ` The nearest size is ${near.text} (${near.where}): ${
          Math.abs(near.off) <= AGREES
            ? 'they agree'
            : `the picture is ${decimal(Math.abs(near.off) * 100, 1)} % ${near.off > 0 ? 'larger' : 'smaller'}`
        }.`}
    </p>
  );
};
