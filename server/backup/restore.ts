import { randomUUID } from 'node:crypto';
import { readDrawing } from '../../core/drawing/drawing.ts';
import { sentence } from '../../core/number/fault.ts';
import { dataFault } from '../../core/part/plainData.ts';
import type { PlannedDrawing, RestorePlan } from '../../exchange/backup.ts';
import type { Database, Queries } from '../queries.ts';
import { changeDrawing, SUMMARY, storedDocument, summaryOf } from '../store.ts';
import type { Contents, KeptDrawing } from './backupFormat.ts';
import { checkBackup, drawingsOf, NotABackup } from './readBackup.ts';

/** How a drawing stands in the register beside its state in a backup. */
type There = { readonly revision: number; readonly document: string; readonly letters: readonly string[] };

const there = async (q: Queries, id: string): Promise<There | undefined> => {
  const [row] = await q.query<{ revision: string | number; document: string }>(
    'select revision, document from drawing where id = $1',
    [id],
  );
  if (!row) return undefined;
  const letters = await q.query<{ letter: string }>('select letter from issue where drawing_id = $1', [id]);
  return { revision: Number(row.revision), document: row.document, letters: letters.map((l) => l.letter) };
};

/** Whether the register went on from the backup's state: that change is known there, or stands in the history. */
const wentOn = async (q: Queries, d: KeptDrawing, now: There): Promise<boolean> => {
  if (now.revision < d.revision) return false;
  const last = d.changes.find((c) => c.revision === d.revision);
  const [known] = last
    ? await q.query('select 1 from change where drawing_id = $1 and id = $2', [d.id, last.id])
    : await q.query('select 1 from history where drawing_id = $1 and document = $2 limit 1', [
        d.id,
        d.document,
      ]);
  return known !== undefined;
};

const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });
const dayOf = (time: string): string => DAY.format(new Date(time));

const planFor = async (
  q: Queries,
  d: KeptDrawing,
  isSetBack: boolean,
): Promise<Pick<PlannedDrawing, 'action' | 'isLater' | 'why' | 'issues'>> => {
  const now = await there(q, d.id);
  const letters = d.issues.map((i) => i.letter);
  if (!now) return { action: 'add', isLater: false, why: 'It is not in the register.', issues: letters };
  const issues = letters.filter((l) => !now.letters.includes(l));
  if (now.document === d.document)
    return { action: 'leave', isLater: false, why: 'It is there as it was.', issues };
  if (!(await wentOn(q, d, now)))
    return {
      action: 'copy',
      isLater: false,
      why: 'It has gone another way in the register; the state of the backup comes beside it as a copy.',
      issues: [],
    };
  return isSetBack
    ? {
        action: 'set back',
        isLater: true,
        why: 'It was changed after the backup; it gets the state of the backup, and Undo brings the newer one back.',
        issues,
      }
    : {
        action: 'leave',
        isLater: true,
        why: 'It was changed after the backup, and is left as it is now.',
        issues,
      };
};

/** A drawing of a backup that this version can open; its document is checked like any file that is opened. */
const checked = (d: KeptDrawing, name: string): ReturnType<typeof storedDocument> => {
  let data: unknown;
  try {
    data = JSON.parse(d.document);
  } catch (error) {
    throw new NotABackup(`${name}: the drawing ${d.id} is not JSON (${(error as Error).message}).`);
  }
  const unreadable = dataFault(data);
  const read = unreadable ? undefined : readDrawing(data);
  if (!read?.ok)
    throw new NotABackup(
      `${name}: the drawing ${d.id} cannot be opened. ${unreadable ? `${unreadable.what} ${unreadable.remedy}` : (read?.faults.map(sentence).join(' ') ?? '')}`,
    );
  return storedDocument(d.document);
};

const addWhole = async (q: Queries, d: KeptDrawing, summary: readonly string[]): Promise<void> => {
  await q.query(
    `insert into drawing (id, document, revision, position, archived, created_at, changed_at, folder, tags, ${SUMMARY})
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19)`,
    [
      d.id,
      d.document,
      d.revision,
      d.position,
      d.archived,
      d.createdAt,
      d.changedAt,
      d.folder,
      d.tags,
      ...summary,
    ],
  );
  for (const h of d.history)
    await q.query(
      'insert into history (drawing_id, position, label, made_by, made_at, document) values ($1, $2, $3, $4, $5, $6)',
      [d.id, h.position, h.label, h.madeBy, h.madeAt, h.document],
    );
  for (const c of d.changes)
    await q.query('insert into change (drawing_id, id, revision) values ($1, $2, $3)', [
      d.id,
      c.id,
      c.revision,
    ]);
  if (d.source)
    await q.query('insert into source (drawing_id, mime, picture) values ($1, $2, $3)', [
      d.id,
      d.source.mime,
      d.source.picture,
    ]);
};

const addIssues = async (q: Queries, d: KeptDrawing, letters: readonly string[]): Promise<void> => {
  for (const i of d.issues.filter((x) => letters.includes(x.letter)))
    await q.query(
      `insert into issue (drawing_id, letter, reason, made_by, number, document, pdf, dxf, hash, issued_at, withdrawn_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict do nothing`,
      [
        d.id,
        i.letter,
        i.reason,
        i.madeBy,
        i.number,
        i.document,
        i.pdf,
        i.dxf,
        i.hash,
        i.issuedAt,
        i.withdrawnAt,
      ],
    );
};

const newPrinters = async (db: Database, { printers }: Contents): Promise<Contents['printers']> => {
  const known = new Set((await db.query<{ name: string }>('select name from printer')).map((p) => p.name));
  return printers.filter((p) => !known.has(p.name));
};

/** House rules that the register has not; those that new drawings begin with there stay so. */
const newRules = async (db: Database, { houseRules }: Contents): Promise<Contents['houseRules']> => {
  const known = await db.query<{ name: string; usual: boolean }>('select name, usual from house_rules');
  const names = new Set(known.map((r) => r.name));
  const hasUsual = known.some((r) => r.usual);
  return houseRules.filter((r) => !names.has(r.name)).map((r) => ({ ...r, usual: r.usual && !hasUsual }));
};

/**
 * Brings a backup back, or says what that would do. Nothing that is in the register is lost: what is there is left, set back by a change that can
 * be undone, or gets the other state beside it. Each drawing is brought back whole or not at all.
 * @param path where the backup lies
 * @param name what it is called in messages
 * @param how isSetBack: drawings that were changed since get the state of the backup; isPlan: nothing is done
 * @throws NotABackup before anything is done, where the backup is damaged or holds a drawing that cannot be opened
 */
export const restoreBackup = async (
  db: Database,
  path: string,
  name: string,
  { isSetBack, isPlan }: { readonly isSetBack: boolean; readonly isPlan: boolean },
): Promise<RestorePlan> => {
  const contents = await checkBackup(path, name);
  for await (const d of drawingsOf(path, name, contents)) checked(d, name);
  const planned = new Map<string, PlannedDrawing>();
  for await (const d of drawingsOf(path, name, contents)) {
    const drawing = checked(d, name);
    const own = await db.transaction(async (q) => {
      const plan = await planFor(q, d, isSetBack);
      if (isPlan) return plan;
      if (plan.action === 'add') await addWhole(q, d, summaryOf(drawing));
      if (plan.action === 'copy') {
        const copy = {
          ...drawing,
          title: `${drawing.title} (backup of ${dayOf(contents.madeAt)})`.slice(-120),
        };
        const document = JSON.stringify(copy);
        const position = d.history.length ? Math.max(...d.history.map((h) => h.position)) + 1 : 1;
        const history = [
          ...d.history,
          {
            position,
            label: 'Brought back beside the newer one',
            madeBy: '',
            madeAt: new Date().toISOString(),
            document,
          },
        ];
        await addWhole(
          q,
          { ...d, id: randomUUID(), document, position, history, changes: [] },
          summaryOf(copy),
        );
      }
      await addIssues(q, d, plan.issues);
      return plan;
    });
    if (!isPlan && own.action === 'set back') {
      const now = await there(db, d.id);
      if (now)
        await changeDrawing(
          db,
          d.id,
          { change: randomUUID(), revision: now.revision },
          drawing,
          `Set back to the backup of ${dayOf(contents.madeAt)}`,
        );
    }
    planned.set(d.id, { id: d.id, number: drawing.number, title: drawing.title, ...own });
  }
  const printers = await newPrinters(db, contents);
  if (!isPlan)
    for (const p of printers)
      await db.query(
        'insert into printer (name, across, along, measured_at) values ($1, $2, $3, $4) on conflict do nothing',
        [p.name, p.across, p.along, p.measuredAt],
      );
  const rules = await newRules(db, contents);
  if (!isPlan)
    for (const r of rules)
      await db.query(
        'insert into house_rules (name, rules, usual, changed_at) values ($1, $2, $3, $4) on conflict do nothing',
        [r.name, r.rules, r.usual, r.changedAt],
      );
  return {
    madeAt: contents.madeAt,
    drawings: contents.drawings.flatMap((d) => planned.get(d.id) ?? []),
    printers: printers.map((p) => p.name),
    houseRules: rules.map((r) => r.name),
  };
};
