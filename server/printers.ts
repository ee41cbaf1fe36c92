import { type Printer, SIMULATED_PRINTER } from '../core/print/printer.ts';
import type { Database } from './queries.ts';

/** The printers whose test page was measured, by name. */
export const listPrinters = async (db: Database): Promise<Printer[]> =>
  db.query<Printer>('select name, across, along from printer order by name');

/** Remembers what a printer makes of a length; a name that is there is measured anew. */
export const keepPrinter = async (db: Database, p: Printer): Promise<void> => {
  await db.query(
    `insert into printer (name, across, along) values ($1, $2, $3)
     on conflict (name) do update set across = excluded.across, along = excluded.along, measured_at = now()`,
    [p.name, p.across, p.along],
  );
};

/** Forgets a printer. */
export const forgetPrinter = async (db: Database, name: string): Promise<void> => {
  await db.query('delete from printer where name = $1', [name]);
};

/** A printer by its name; undefined where none of that name was measured. */
export const printerNamed = async (db: Database, name: string): Promise<Printer | undefined> => {
  const all = await listPrinters(db);
  return (
    all.find((p) => p.name === name) ?? (name === SIMULATED_PRINTER.name ? SIMULATED_PRINTER : undefined)
  );
};
