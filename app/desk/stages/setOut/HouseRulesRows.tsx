'use client';
import { useEffect, useState } from 'react';
import { followsRules, isPresetName, rulesOfSheet } from '../../../../core/sheet/houseRules.ts';
import { PRESETS, presetOf } from '../../../../core/sheet/presets.ts';
import { changesSince } from '../../../../core/sheet/rulesChanged.ts';
import type { KeptRules } from '../../../../exchange/houseRules.ts';
import { keepRules, listRules } from '../../../rules/rulesCalls.ts';
import { field, Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

const LINK = 'font-semibold text-house hover:underline';
/** Names of one's own are set apart from those of the presets. */
const OWN = 'own: ';

/** Which house rules the sheet follows: a preset, or rules that were kept under a name of their own; its own can be kept so. */
export const HouseRulesRows = () => {
  const setup = useSession((s) => s.drawing.setup);
  const edit = useEdit();
  const [kept, setKept] = useState<readonly KeptRules[]>([]);
  const [naming, setNaming] = useState<string>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    // without the server the presets are there all the same
    const read = (): void => void listRules().then(setKept, () => undefined);
    read();
    // they are changed on a page of their own
    window.addEventListener('focus', read);
    return () => window.removeEventListener('focus', read);
  }, []);
  const own = kept.find((k) => followsRules(setup, k.rules));
  const followed = kept.find((k) => k.rules.name === setup.follows?.name);
  const changes = followed ? changesSince(setup, followed.rules) : [];
  const preset = own ? undefined : presetOf(setup);
  const take = (value: string): void => {
    if (!value.startsWith(OWN)) {
      void edit({ type: 'usePreset', preset: value });
      return;
    }
    const found = kept.find((k) => OWN + k.rules.name === value);
    if (found) void edit({ type: 'useHouseRules', rules: found.rules });
  };
  const keep = async (): Promise<void> => {
    const name = naming?.trim() ?? '';
    if (!name) {
      setNaming(undefined);
      return;
    }
    if (isPresetName(name) || kept.some((k) => k.rules.name === name)) {
      setFault(`"${name}" is taken. Give another name.`);
      return;
    }
    try {
      const rules = rulesOfSheet(name, setup);
      setKept(await keepRules({ rules }));
      // from now on the sheet follows them: a later change of theirs is offered to it
      void edit({ type: 'useHouseRules', rules });
      setNaming(undefined);
      setFault(undefined);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <>
      <Row label="House rules">
        <select
          aria-label="House rules"
          className={`${field} max-w-[190px]`}
          value={own ? OWN + own.rules.name : (preset?.name ?? 'own')}
          onChange={(e) => take(e.target.value)}
        >
          {!preset && !own && <option value="own">Your own</option>}
          {PRESETS.map((p) => (
            <option key={p.name}>{p.name}</option>
          ))}
          {kept.length > 0 && (
            <optgroup label="Kept by you">
              {kept.map((k) => (
                <option key={k.rules.name} value={OWN + k.rules.name}>
                  {k.rules.name}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      </Row>
      <div className="border-b border-rule px-5 py-1.5 text-[13px] leading-[18px] text-second">
        {own
          ? `Rules that were kept as "${own.rules.name}".`
          : (preset?.says ??
            'Choices of your own; a preset sets angle, names, points, hidden lines and projectors at once.')}{' '}
        {naming === undefined ? (
          <>
            {!preset && !own && (
              <button type="button" className={LINK} onClick={() => setNaming('')}>
                Keep them under a name
              </button>
            )}{' '}
            <a href="/rules" target="_blank" rel="noreferrer" className={LINK}>
              All rules
            </a>
          </>
        ) : (
          <input
            // biome-ignore lint/a11y/noAutofocus: it was opened to be typed in
            autoFocus
            aria-label="Name of these house rules"
            placeholder="Name, then Enter"
            maxLength={40}
            className={`${field} w-44 py-0`}
            value={naming}
            onChange={(e) => setNaming(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') void keep();
              if (e.key === 'Escape') setNaming(undefined);
            }}
          />
        )}
        {followed && changes.length > 0 && (
          <section aria-label="Changed house rules" className="mt-1 text-caution">
            “{followed.rules.name}” has changed since this sheet was drawn by it:{' '}
            {changes
              .map((x) => `${x.rule}: ${x.now}${x.isKept ? ' (this sheet has its own)' : ''}`)
              .join('; ')}
            .{' '}
            <button
              type="button"
              className={LINK}
              onClick={() => void edit({ type: 'takeChangedRules', rules: followed.rules, isTaken: true })}
            >
              Take over
            </button>{' '}
            <button
              type="button"
              className={LINK}
              onClick={() => void edit({ type: 'takeChangedRules', rules: followed.rules, isTaken: false })}
            >
              Stay as it is
            </button>
          </section>
        )}
        {fault && (
          <span role="alert" className="block text-fault">
            {fault}
          </span>
        )}
      </div>
    </>
  );
};
