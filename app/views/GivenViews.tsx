'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { drawingOfPart } from '../../core/drawing/drawing.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { EnteredView } from '../../core/solids/typedWalk.ts';
import type { SolidPicture } from '../../workers/solidsPicture.ts';
import { Choice } from '../desk/book/Choice.tsx';
import { HouseMark } from '../HouseMark.tsx';
import { openFile } from '../serverCalls.ts';
import {
  boardsOf,
  drawnIn,
  type Entered,
  keepViews,
  keptViews,
  NOTHING_ENTERED,
  squareOf,
} from './entered.ts';
import { FoundSolids } from './FoundSolids.tsx';
import { isometric, SQUARED } from './paper.ts';
import { useSolids } from './useSolids.ts';
import { type Pen, type Tool, ViewBoard } from './ViewBoard.tsx';
import { TOOL_BUTTON, VIEW_TITLES, ViewTools } from './ViewTools.tsx';

const PAPERS = [
  { value: 'views', label: 'Views' },
  { value: 'pictorial', label: 'Pictorial' },
] as const;
const ANGLES = [
  { value: 'first', label: 'First angle' },
  { value: 'third', label: 'Third angle' },
] as const;
const SIDES = [
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
] as const;
const UNITS = [
  { value: 'mm', label: 'mm' },
  { value: 'in', label: 'in' },
] as const;
const LARGEST_FILE = 4 * 1024 * 1024;
/** Where the boards stand: as the views do on a sheet, with the tools in the free corner. */
const placesOf = ({ angle, side }: Entered) => {
  const topRow = angle === 'third' ? 1 : 2;
  const isLeftFirst = (side === 'left') === (angle === 'third');
  const sideColumn = isLeftFirst ? 1 : 2;
  const frontColumn = 3 - sideColumn;
  return {
    front: { gridRow: 3 - topRow, gridColumn: frontColumn },
    top: { gridRow: topRow, gridColumn: frontColumn },
    side: { gridRow: 3 - topRow, gridColumn: sideColumn },
    tools: { gridRow: topRow, gridColumn: sideColumn },
  };
};

/** Views are entered on squares, and every solid that has them is found. */
export const GivenViews = () => {
  const router = useRouter();
  const [entered, setEntered] = useState<Entered>(NOTHING_ENTERED);
  const [past, setPast] = useState<readonly Entered[]>([]);
  const [tool, setTool] = useState<Tool>('line');
  const [pen, setPen] = useState<Pen>('visible');
  const [view, setView] = useState<ViewName>('front');
  const [fault, setFault] = useState<string>();
  const [chosen, setChosen] = useState(0);
  const picker = useRef<HTMLInputElement>(null);
  const { search, stop, read } = useSolids(entered);

  // what was entered last is there again; the server's page knows nothing of it
  useEffect(() => setEntered(keptViews()), []);
  const change = (next: Partial<Entered>): void => {
    setPast((p) => [...p, entered]);
    const now = { ...entered, ...next };
    setEntered(now);
    setChosen(0);
    setFault(
      keepViews(now)
        ? undefined
        : 'This browser keeps nothing: save your work as a drawing before you leave.',
    );
  };
  const setDrawn = (name: ViewName, drawn: EnteredView): void =>
    change({ drawn: { ...entered.drawn, [name]: drawn } });
  const undo = (): void => {
    const last = past.at(-1);
    if (!last) return;
    setPast(past.slice(0, -1));
    setEntered(last);
    keepViews(last);
    setFault(undefined);
  };
  const isPictorial = entered.paper === 'pictorial';
  const paper = isPictorial ? isometric(entered.side) : SQUARED;
  const setPictorial = (pictorial: EnteredView): void => change({ pictorial });
  const boards = boardsOf(entered);
  const own = boards.includes(view) ? view : 'front';
  const bring = async (file: File): Promise<void> => {
    if (file.size > LARGEST_FILE) {
      setFault(`${file.name} is larger than 4 MB. Save its views alone.`);
      return;
    }
    const answer = await read(file.name, await file.text());
    if (!answer.ok) {
      setFault(answer.faults.join(' '));
      return;
    }
    if (answer.views.length)
      change({
        paper: 'views',
        drawn: Object.fromEntries(answer.views.map((v) => [v.name, v.drawn])),
        leftOut: answer.views.filter((v) => v.hidden === 'left out').map((v) => v.name),
      });
    if (answer.left.length) setFault(answer.left.join(' '));
  };
  const open = async (solid: SolidPicture): Promise<void> => {
    try {
      const drawing = drawingOfPart(solid.part);
      const kept = await openFile(
        {
          ...drawing,
          setup: { ...drawing.setup, angle: entered.angle, views: ['front', 'top', entered.side] },
        },
        'Solid from views',
      );
      router.push(`/drawings/${kept.id}`);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const found = search.state === 'found' ? search.found.solids[chosen] : undefined;
  const marks = search.state === 'found' ? search.found.marks : [];
  const places = placesOf(entered);
  const worth = squareOf(entered);
  return (
    <div className="flex h-screen min-w-[1000px] flex-col">
      <title>Given views · Blue Ledger</title>
      <header className="flex items-center justify-between border-b border-rule-strong bg-page px-4 py-2">
        <p className="flex items-center gap-2 text-[15px] font-bold text-deep">
          <HouseMark />
          <Link href="/" className="hover:underline">
            Register
          </Link>
          <span className="text-second">/</span>
          <span className="text-ink">Given views</span>
        </p>
        <div className="flex items-center gap-2 text-[13px]">
          <Choice
            name="What is drawn"
            value={entered.paper}
            options={PAPERS}
            onChange={(next) => {
              if (next === 'pictorial' && tool === 'circle') setTool('line');
              change({ paper: next });
            }}
          />
          <Choice
            name="Projection"
            value={entered.angle}
            options={ANGLES}
            onChange={(angle) => change({ angle })}
          />
          <span className="text-second">{isPictorial ? 'Side seen' : 'Side view'}</span>
          <Choice
            name={isPictorial ? 'Side seen' : 'Side view'}
            value={entered.side}
            options={SIDES}
            onChange={(side) => change({ side })}
          />
          <label className="flex items-center gap-1.5 text-second">
            A square is
            <input
              value={entered.square}
              onChange={(e) => change({ square: e.target.value })}
              aria-invalid={worth === undefined}
              className="figures w-14 rounded-md border border-rule-strong bg-white px-1.5 py-0.5 text-right text-ink aria-invalid:border-fault"
            />
          </label>
          <Choice name="Unit" value={entered.units} options={UNITS} onChange={(units) => change({ units })} />
          <input
            ref={picker}
            type="file"
            accept=".dxf,.svg,.json"
            aria-label="File with views"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void bring(file);
            }}
          />
          <button type="button" className={TOOL_BUTTON} onClick={() => picker.current?.click()}>
            Bring in a file
          </button>
          <button type="button" className={TOOL_BUTTON} disabled={!past.length} onClick={undo}>
            Undo
          </button>
        </div>
      </header>
      {fault && (
        <p
          role="alert"
          className="border-b border-fault-rule bg-fault-pale px-4 py-2 text-[13.5px] text-fault"
        >
          {fault}
        </p>
      )}
      <main className="flex min-h-0 flex-1">
        <h1 className="sr-only">Given views</h1>
        <div
          className={`grid min-h-0 min-w-0 flex-1 gap-3 p-3 ${isPictorial ? 'grid-rows-[1fr_auto]' : 'grid-cols-2 grid-rows-2'}`}
        >
          {isPictorial && (
            <ViewBoard
              name="pictorial"
              title="Pictorial"
              drawn={entered.pictorial}
              found={undefined}
              marks={marks.filter((m) => m.view === 'pictorial')}
              tool={tool}
              pen="visible"
              paper={paper}
              isChosen
              onChoose={() => undefined}
              onChange={setPictorial}
            />
          )}
          {!isPictorial &&
            boards.map((name) => (
              <div
                key={name}
                className="flex min-h-0 min-w-0 flex-col"
                style={name === 'front' ? places.front : name === 'top' ? places.top : places.side}
              >
                <ViewBoard
                  name={name}
                  title={VIEW_TITLES[name] as string}
                  drawn={drawnIn(entered, name)}
                  found={found?.views.find((v) => v.name === name)?.drawn}
                  marks={marks.filter((m) => m.view === name)}
                  tool={tool}
                  pen={pen}
                  paper={paper}
                  isChosen={name === own}
                  onChoose={() => setView(name)}
                  onChange={(drawn) => setDrawn(name, drawn)}
                />
              </div>
            ))}
          <ViewTools
            entered={entered}
            name={own}
            tool={tool}
            onTool={setTool}
            pen={pen}
            onPen={setPen}
            onDrawn={(drawn) => (isPictorial ? setPictorial(drawn) : setDrawn(own, drawn))}
            onFault={setFault}
            onChange={change}
            style={isPictorial ? undefined : places.tools}
          />
        </div>
        <aside className="flex w-[360px] shrink-0 flex-col border-l border-rule-strong bg-page">
          <FoundSolids
            search={search}
            paper={entered.paper}
            units={entered.units}
            chosen={chosen}
            onChoose={setChosen}
            onOpen={(s) => void open(s)}
            onStop={stop}
          />
        </aside>
      </main>
    </div>
  );
};
