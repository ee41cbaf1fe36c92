'use client';
import { type CSSProperties, useState } from 'react';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import { sentence } from '../../core/number/fault.ts';
import { type EnteredView, typedWalk } from '../../core/solids/typedWalk.ts';
import { Choice, Tick } from '../desk/book/Choice.tsx';
import { countDrawn, drawnIn, type Entered, NOTHING_DRAWN } from './entered.ts';
import { PaperCube } from './PaperCube.tsx';
import { isometric, SQUARED } from './paper.ts';
import type { Pen, Tool } from './ViewBoard.tsx';

const LINE_TOOLS = [
  { value: 'line', label: 'Line' },
  { value: 'take out', label: 'Take out' },
] as const;
const TOOLS = [LINE_TOOLS[0], { value: 'circle', label: 'Circle' }, LINE_TOOLS[1]] as const;
const PENS = [
  { value: 'visible', label: 'Visible' },
  { value: 'hidden', label: 'Hidden' },
] as const;
export const VIEW_TITLES: Readonly<Partial<Record<ViewName, string>>> = {
  front: 'Front view',
  top: 'Top view',
  left: 'Left view',
  right: 'Right view',
};
export const TOOL_BUTTON =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-pale disabled:text-disabled';

type Props = {
  readonly entered: Entered;
  /** the view that is drawn in, where views are drawn */
  readonly name: ViewName;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
  readonly pen: Pen;
  readonly onPen: (pen: Pen) => void;
  readonly onDrawn: (drawn: EnteredView) => void;
  /** why what was typed is not drawn */
  readonly onFault: (fault: string) => void;
  readonly onChange: (next: Partial<Entered>) => void;
  readonly style: CSSProperties | undefined;
};

/** What a press on the boards draws, and lines by typing; for the view or the pictorial that is drawn in. */
export const ViewTools = ({
  entered,
  name,
  tool,
  onTool,
  pen,
  onPen,
  onDrawn,
  onFault,
  onChange,
  style,
}: Props) => {
  const [walk, setWalk] = useState('');
  const isPictorial = entered.paper === 'pictorial';
  const paper = isPictorial ? isometric(entered.side) : SQUARED;
  const title = VIEW_TITLES[name]?.toLowerCase();
  const drawnName = isPictorial ? 'pictorial' : title;
  const drawn = isPictorial ? entered.pictorial : drawnIn(entered, name);
  const enterWalk = (): void => {
    const read = typedWalk(walk, paper.walk);
    if (!read.ok) {
      onFault(read.faults.map(sentence).join(' '));
      return;
    }
    onDrawn({
      lines: [...drawn.lines, ...read.value.lines],
      circles: [...drawn.circles, ...read.value.circles],
    });
    setWalk('');
  };
  return (
    <section
      aria-label="Drawing"
      style={style}
      className="flex min-h-0 flex-col gap-2.5 overflow-y-auto rounded-md border border-rule bg-page px-4 py-3 text-[13.5px]"
    >
      <div className="flex items-center justify-between gap-2">
        <Choice
          name="A press draws"
          value={tool}
          options={isPictorial ? LINE_TOOLS : TOOLS}
          onChange={onTool}
        />
        {!isPictorial && <Choice name="Lines are" value={pen} options={PENS} onChange={onPen} />}
      </div>
      <div className="flex items-center gap-4">
        <p className="text-second">
          {isPictorial
            ? 'A line is two presses on the paper; or the arrow keys for width and height, Page Up and Page Down for depth, and Enter.'
            : 'A line is two presses on the squares, a circle its centre and a place on it; or the arrow keys and Enter. With Shift by halves.'}
        </p>
        {isPictorial && <PaperCube side={entered.side} />}
      </div>
      <form
        className="flex flex-col gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          enterWalk();
        }}
      >
        <label htmlFor="walk" className="font-semibold">
          Walk in the {drawnName}, in squares
        </label>
        <div className="flex gap-2">
          <input
            id="walk"
            value={walk}
            onChange={(e) => setWalk(e.target.value)}
            placeholder={
              isPictorial
                ? 'right 6, up 3, left 6, close, up 3, back 4, right 6'
                : 'right 6, up 5, left 6, close'
            }
            autoComplete="off"
            className="figures min-w-0 flex-1 rounded-md border border-rule-strong bg-white px-2 py-1"
          />
          <button type="submit" className={TOOL_BUTTON}>
            Draw
          </button>
        </div>
        <span className="text-[12.5px] text-second">
          {isPictorial
            ? 'right and left, up and down, back and forward are the directions; from 2 0 begins 2 along and 0 up; to 4 3 goes aslant.'
            : 'from 2 0 begins there; to 4 3 goes aslant; circle 2 at 4 3; hidden and visible rule what follows.'}
        </span>
      </form>
      {!isPictorial && (
        <div className="flex items-center justify-between gap-2">
          <span>Hidden lines of the {title} are drawn</span>
          <Tick
            name={`Hidden lines of the ${title} are drawn`}
            on={!entered.leftOut.includes(name)}
            onChange={(on) =>
              onChange({
                leftOut: on ? entered.leftOut.filter((n) => n !== name) : [...entered.leftOut, name],
              })
            }
          />
        </div>
      )}
      <div className="flex gap-2">
        <button
          type="button"
          className={TOOL_BUTTON}
          disabled={!countDrawn(drawn)}
          onClick={() => onDrawn(NOTHING_DRAWN)}
        >
          Clear the {drawnName}
        </button>
      </div>
    </section>
  );
};
