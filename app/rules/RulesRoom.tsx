'use client';
import { useEffect, useRef, useState } from 'react';
import {
  type HouseRules,
  houseRulesSchema,
  isPresetName,
  rulesOfPreset,
  rulesOfSheet,
} from '../../core/sheet/houseRules.ts';
import { PRESETS } from '../../core/sheet/presets.ts';
import { type RuleChoices, withChoice } from '../../core/sheet/ruleChoices.ts';
import { DEFAULT_SETUP } from '../../core/sheet/setup.ts';
import type { KeptRules } from '../../exchange/houseRules.ts';
import { saveFile } from '../desk/book/saveFile.ts';
import { RoomHead } from '../RoomHead.tsx';
import { RuleFigures } from './RuleFigures.tsx';
import { forgetRules, keepRules, listRules, setUsual } from './rulesCalls.ts';

const BUTTON =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] text-house hover:bg-hover disabled:opacity-50';

const OF_PRESETS: readonly HouseRules[] = PRESETS.map((p) => rulesOfPreset(p.name, DEFAULT_SETUP, p));

/** A name that is free: the one that was meant, or with a number behind it. */
const freeName = (meant: string, kept: readonly KeptRules[]): string => {
  const isTaken = (name: string): boolean => isPresetName(name) || kept.some((k) => k.rules.name === name);
  const base = meant.slice(0, 34);
  if (!isTaken(base)) return base;
  for (let n = 2; ; n++) if (!isTaken(`${base} ${n}`)) return `${base} ${n}`;
};

/** House rules: the program's presets, and those of one's own, each rule with pictures of its choices. */
export const RulesRoom = () => {
  const [kept, setKept] = useState<readonly KeptRules[]>();
  const [chosen, setChosen] = useState<string>(OF_PRESETS[0]?.name ?? '');
  const [fault, setFault] = useState<string>();
  const picker = useRef<HTMLInputElement>(null);
  // the newest list is at hand at once, also for a press that comes before the page is drawn anew
  const newest = useRef<readonly KeptRules[]>([]);
  const show = (list: readonly KeptRules[]): void => {
    newest.current = list;
    setKept(list);
  };
  // changes are sent one after the other; what the server answers is shown once none is on its way
  const turn = useRef<Promise<unknown>>(Promise.resolve());
  const sent = useRef(0);
  const attempt = (work: () => Promise<readonly KeptRules[]>): Promise<boolean> => {
    sent.current++;
    const mine = turn.current.then(async () => {
      try {
        const list = await work();
        if (sent.current === 1) show(list);
        setFault(undefined);
        return true;
      } catch (error) {
        setFault((error as Error).message);
        // what was shown before its answer came is not so
        if (sent.current === 1) await listRules().then(show, () => undefined);
        return false;
      } finally {
        sent.current--;
      }
    });
    turn.current = mine;
    return mine;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once, when the page opens
  useEffect(() => void attempt(listRules), []);
  const own = kept?.find((k) => k.rules.name === chosen);
  const rules = own?.rules ?? OF_PRESETS.find((r) => r.name === chosen);
  const says = PRESETS.find((p) => p.name === chosen)?.says;
  const keep = async (next: HouseRules, was?: string): Promise<void> => {
    if (await attempt(() => keepRules({ rules: next, ...(was !== undefined && { was }) })))
      setChosen(next.name);
  };
  /** a choice is shown at once: the next one is made on it, however soon */
  const change = (choice: RuleChoices['choices'][number]): void => {
    const now = newest.current.find((k) => k.rules.name === chosen);
    if (!now) return;
    const next = withChoice(now.rules, choice);
    show(newest.current.map((k) => (k === now ? { ...k, rules: next } : k)));
    void attempt(() => keepRules({ rules: next, was: next.name }));
  };
  const copy = (r: HouseRules): void => void keep({ ...r, name: freeName(`${r.name}, own`, kept ?? []) });
  const open = async (file: File): Promise<void> => {
    let data: unknown;
    try {
      data = JSON.parse(await file.text());
    } catch {
      setFault(`${file.name} is not JSON. Open a file that was saved here.`);
      return;
    }
    const read = houseRulesSchema.safeParse(data);
    if (read.success) await keep({ ...read.data, name: freeName(read.data.name, kept ?? []) });
    else {
      const [issue] = read.error.issues;
      setFault(
        `${file.name} holds no house rules: ${issue?.path.join('.') || 'the file'} ${issue?.message}.`,
      );
    }
  };
  return (
    <div className="flex h-screen flex-col">
      <RoomHead title="House rules">
        <input
          ref={picker}
          type="file"
          accept=".json,application/json"
          aria-label="House rules file"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (file) void open(file);
          }}
        />
        <button type="button" className={BUTTON} onClick={() => picker.current?.click()}>
          Open a file
        </button>
      </RoomHead>
      {fault && (
        <p
          role="alert"
          className="border-b border-fault-rule bg-fault-pale px-6 py-1.5 text-[13.5px] text-fault"
        >
          {fault}
        </p>
      )}
      <main className="flex min-h-0 flex-1">
        <nav
          aria-label="House rules"
          className="flex w-[280px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-page"
        >
          <h2 className="px-5 pt-3 pb-1 text-[12.5px] text-second">Presets</h2>
          {OF_PRESETS.map((r) => (
            <Line
              key={r.name}
              name={r.name}
              isChosen={r.name === chosen}
              onChoose={() => setChosen(r.name)}
            />
          ))}
          <h2 className="px-5 pt-4 pb-1 text-[12.5px] text-second">Your own</h2>
          {kept?.map((k) => (
            <Line
              key={k.rules.name}
              name={k.rules.name}
              note={k.isUsual ? 'new drawings begin with these' : undefined}
              isChosen={k.rules.name === chosen}
              onChoose={() => setChosen(k.rules.name)}
            />
          ))}
          {kept?.length === 0 && (
            <p className="px-5 py-1 text-[13px] text-second">
              None yet. Copy a preset and change what you do otherwise.
            </p>
          )}
          <button
            type="button"
            className="mx-5 my-2 self-start text-[13px] font-semibold text-house hover:underline"
            onClick={() => copy({ ...rulesOfSheet('Our rules', DEFAULT_SETUP) })}
          >
            New house rules
          </button>
        </nav>
        {rules && (
          <section aria-label={rules.name} className="min-w-0 flex-1 overflow-y-auto px-6 py-4">
            <div className="flex flex-wrap items-center gap-3">
              {own ? (
                <NameField
                  key={rules.name}
                  name={rules.name}
                  onName={(name) => void keep({ ...rules, name }, rules.name)}
                />
              ) : (
                <h2 className="text-[17px] font-semibold">{rules.name}</h2>
              )}
              <button type="button" className={BUTTON} disabled={!kept} onClick={() => copy(rules)}>
                {own ? 'Copy' : 'Copy, to be changed'}
              </button>
              <button
                type="button"
                className={BUTTON}
                onClick={() =>
                  saveFile(
                    `${JSON.stringify(rules, null, 2)}\n`,
                    'application/json',
                    `${rules.name}.rules.json`,
                  )
                }
              >
                Save as a file
              </button>
              {own && (
                <>
                  <label className="flex items-center gap-1.5 text-[13px]">
                    <input
                      type="checkbox"
                      checked={own.isUsual}
                      onChange={(e) => {
                        const usual = e.target.checked ? rules.name : null;
                        void attempt(() => setUsual(usual));
                      }}
                    />
                    New drawings begin with these
                  </label>
                  <button
                    type="button"
                    className={`${BUTTON} ml-auto`}
                    onClick={() =>
                      void attempt(() => forgetRules(rules.name)).then((done) => {
                        if (done) setChosen(OF_PRESETS[0]?.name ?? '');
                      })
                    }
                  >
                    Delete
                  </button>
                </>
              )}
            </div>
            <p className="mt-1 mb-3 text-[13.5px] text-second">
              {own
                ? 'Choose what your house does; each choice is kept at once. Drawings that were drawn by these rules stay as they are until the change is taken over at Set out, where it is offered.'
                : says}
            </p>
            <RuleFigures rules={rules} onChoose={own ? change : undefined} />
          </section>
        )}
      </main>
    </div>
  );
};

const Line = ({
  name,
  note,
  isChosen,
  onChoose,
}: {
  name: string;
  note?: string | undefined;
  isChosen: boolean;
  onChoose: () => void;
}) => (
  <button
    type="button"
    aria-pressed={isChosen}
    onClick={onChoose}
    className={`flex flex-col border-b border-rule px-5 py-1.5 text-left ${isChosen ? 'bg-lit' : 'hover:bg-hover'}`}
  >
    <span className="text-[14px] font-semibold">{name}</span>
    {note && <span className="text-[12.5px] text-second">{note}</span>}
  </button>
);

/** The name of house rules, changed in its place. */
const NameField = ({ name, onName }: { name: string; onName: (name: string) => void }) => {
  const [typed, setTyped] = useState(name);
  const enter = (): void => {
    const next = typed.trim();
    if (!next) setTyped(name);
    else if (next !== name) onName(next);
  };
  return (
    <input
      aria-label="Name"
      maxLength={40}
      className="w-64 rounded-md border border-rule-strong bg-white px-2 py-1 text-[15px] font-semibold"
      value={typed}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={enter}
      onKeyDown={(e) => e.key === 'Enter' && enter()}
    />
  );
};
