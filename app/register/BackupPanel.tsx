'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { Download, FolderInput } from 'lucide-react';
import { useRef, useState } from 'react';
import type { PlannedDrawing, RestorePlan } from '../../exchange/backup.ts';
import { BACKUP, sendBackup } from '../serverCalls.ts';

const ACTION: Record<PlannedDrawing['action'], string> = {
  add: 'comes in',
  leave: 'stays',
  'set back': 'is set back',
  copy: 'comes in as a copy',
};

const TIME = new Intl.DateTimeFormat(undefined, { dateStyle: 'long', timeStyle: 'short' });

const Plan = ({ plan }: { plan: RestorePlan }) => (
  <div className="min-h-0 overflow-y-auto" data-testid="restore-plan">
    <table className="w-full text-[13.5px] leading-[19px]">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[12.5px] text-second">
          <th className="py-1 font-normal">Drawing</th>
          <th className="py-1 pl-4 font-normal">What becomes of it</th>
        </tr>
      </thead>
      <tbody>
        {plan.drawings.map((d) => (
          <tr key={d.id} className="border-b border-rule align-top">
            <td className="py-1.5">
              <span className="figures text-second">{d.number}</span> {d.title || 'Without a title'}
            </td>
            <td className="py-1.5 pl-4">
              <b>{ACTION[d.action]}</b>
              <span className="block text-[12.5px] text-second">
                {d.why}
                {d.action !== 'add' && d.issues.length > 0 && ` Its issues ${d.issues.join(', ')} come in.`}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
    {plan.printers.length > 0 && (
      <p className="py-2 text-[13px] text-second">
        Measured printers that come in: {plan.printers.join(', ')}.
      </p>
    )}
    {plan.houseRules.length > 0 && (
      <p className="py-2 text-[13px] text-second">House rules that come in: {plan.houseRules.join(', ')}.</p>
    )}
  </div>
);

const BUTTON =
  'rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[14px] font-semibold text-deep hover:bg-pale disabled:text-disabled';

/** Saves everything that the register keeps as one file, and brings such a file back after saying what that does. */
export const BackupPanel = ({
  copies,
  onClose,
  onRestored,
}: {
  /** where the daily copies are; undefined where none are made */
  copies: string | undefined;
  onClose: () => void;
  onRestored: () => void;
}) => {
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [isSetBack, setIsSetBack] = useState(false);
  const [plan, setPlan] = useState<RestorePlan>();
  const [isDone, setIsDone] = useState(false);
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState<string>();
  const ask = async (of: File, back: boolean, doing: 'plan' | 'restore'): Promise<void> => {
    setFault(undefined);
    setBusy(doing === 'plan' ? 'Reading the backup …' : 'Bringing it back …');
    try {
      setPlan(await sendBackup(of, doing, back));
      if (doing === 'restore') {
        setIsDone(true);
        onRestored();
      }
    } catch (error) {
      setPlan(undefined);
      setFault((error as Error).message);
    } finally {
      setBusy(undefined);
    }
  };
  const changes =
    plan?.drawings.some((d) => d.action !== 'leave' || d.issues.length) ||
    plan?.printers.length ||
    plan?.houseRules.length;
  const isOpen = plan !== undefined && !isDone;
  const later = plan?.drawings.some((d) => d.isLater);
  return (
    <Dialog open onClose={onClose} className="relative z-30 focus:outline-none">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 grid place-items-center overflow-auto p-6">
        <DialogPanel className="flex max-h-full w-[680px] max-w-full flex-col rounded-md border border-rule-strong bg-page px-6 py-4 shadow-lg">
          <DialogTitle className="border-b-2 border-rule-strong pb-2 text-[19px] font-bold">
            Backup
          </DialogTitle>
          <p className="py-3 text-[13.5px] leading-[19px] text-second">
            A backup is one ZIP file with all drawings, their history, issues and pictures.{' '}
            {copies
              ? `The server makes one a day by itself, in ${copies}.`
              : 'This server makes no daily copies: name a folder for them in BLUE_LEDGER_COPIES.'}
          </p>
          <div className="flex flex-wrap gap-2 border-b border-rule pb-3">
            <a href={BACKUP} className={`${BUTTON} inline-flex items-center gap-1.5`}>
              <Download size={15} aria-hidden /> Save a backup
            </a>
            <input
              ref={picker}
              type="file"
              accept=".zip,application/zip"
              className="sr-only"
              aria-label="Backup file"
              onChange={(e) => {
                const own = e.target.files?.[0];
                e.target.value = '';
                if (!own) return;
                setFile(own);
                setIsDone(false);
                void ask(own, isSetBack, 'plan');
              }}
            />
            <button
              type="button"
              className={`${BUTTON} inline-flex items-center gap-1.5`}
              disabled={busy !== undefined}
              onClick={() => picker.current?.click()}
            >
              <FolderInput size={15} aria-hidden /> Bring a backup back
            </button>
          </div>
          <p role="status" className="pt-2 text-[13.5px] font-semibold">
            {busy ??
              (plan &&
                file &&
                (isDone
                  ? `${file.name} is brought back.`
                  : `${file.name}, made on ${TIME.format(new Date(plan.madeAt))}. Nothing is changed yet.`))}
          </p>
          {fault && (
            <p role="alert" className="py-2 text-[13.5px] text-fault">
              {fault}
            </p>
          )}
          {plan && <Plan plan={plan} />}
          <div className="flex items-center gap-3 pt-3">
            {isOpen && file && (later || isSetBack) && (
              <label className="flex items-center gap-1.5 text-[13px]">
                <input
                  type="checkbox"
                  checked={isSetBack}
                  disabled={busy !== undefined}
                  className="accent-[var(--color-deep)]"
                  onChange={(e) => {
                    setIsSetBack(e.target.checked);
                    void ask(file, e.target.checked, 'plan');
                  }}
                />
                Set back drawings that were changed since
              </label>
            )}
            <button type="button" className={`${BUTTON} ml-auto`} onClick={onClose}>
              Close
            </button>
            {isOpen && file && (
              <button
                type="button"
                disabled={busy !== undefined || !changes}
                onClick={() => void ask(file, isSetBack, 'restore')}
                className="rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house disabled:bg-disabled"
              >
                {changes ? 'Bring back' : 'Nothing to bring back'}
              </button>
            )}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
};
