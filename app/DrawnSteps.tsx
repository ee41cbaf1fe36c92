import type { StepInk } from '../workers/replayPicture.ts';

/**
 * Steps of a construction that are done, the last of them brought out. Light lines fade once they have served.
 * @param cleared the light lines are rubbed out
 * @param ink of what the last step draws
 * @param light the ink of lines that have served
 * @param weight by which all lines are wider or narrower than on a sheet
 */
export const DrawnSteps = ({
  done,
  cleared,
  ink,
  light = 'var(--color-light-line)',
  weight = 1,
}: {
  done: readonly StepInk[];
  cleared: boolean;
  ink: string;
  light?: string;
  weight?: number;
}) => {
  const now = done.at(-1);
  return (
    <>
      <path
        d={
          cleared
            ? ''
            : done
                .slice(0, -1)
                .map((s) => s.light)
                .join('')
        }
        stroke={light}
        strokeWidth={0.2 * weight}
        data-part="light"
      />
      <path
        d={done.map((s) => s.hidden).join('')}
        stroke="var(--color-ink)"
        strokeWidth={0.25 * weight}
        strokeDasharray={`${3 * weight} ${0.75 * weight}`}
        data-part="hidden"
      />
      <path
        d={done.map((s) => s.visible).join('')}
        stroke="var(--color-ink)"
        strokeWidth={0.5 * weight}
        data-part="visible"
      />
      {now && (
        <g stroke={ink} data-part="now">
          <path d={now.light} strokeWidth={0.4 * weight} />
          <path
            d={now.hidden}
            strokeWidth={0.6 * weight}
            strokeDasharray={`${3 * weight} ${0.75 * weight}`}
          />
          <path d={now.visible} strokeWidth={0.8 * weight} />
          {now.marks.map((m) => (
            <circle key={m.join()} cx={m[0]} cy={m[1]} r={0.9 * weight} fill={ink} stroke="none" />
          ))}
        </g>
      )}
    </>
  );
};
