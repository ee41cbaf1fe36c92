'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useEffect, useState } from 'react';
import type { RegisterRow } from '../../exchange/kept.ts';
import type { Shares } from '../../exchange/people.ts';
import { readShares, setShare } from '../people/peopleCalls.ts';

const MAY = { none: 'may not see it', read: 'may read it', change: 'may change it' } as const;
type May = keyof typeof MAY;

/** Says with whom a drawing is shared, and shares it. What a person may do by their role stays as it is. */
export const ShareDialog = ({
  row,
  onClose,
}: {
  readonly row: RegisterRow;
  readonly onClose: () => void;
}) => {
  const [shares, setShares] = useState<Shares>();
  const [fault, setFault] = useState<string>();
  const attempt = async (work: () => Promise<Shares>): Promise<void> => {
    setFault(undefined);
    try {
      setShares(await work());
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once, when the dialog opens
  useEffect(() => {
    void attempt(() => readShares(row.id));
  }, []);
  return (
    <Dialog open onClose={onClose} className="relative z-30 focus:outline-none">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 grid place-items-center overflow-auto p-6">
        <DialogPanel className="flex max-h-full w-[560px] max-w-full flex-col rounded-md border border-rule-strong bg-page px-6 py-4 shadow-lg">
          <DialogTitle className="border-b-2 border-rule-strong pb-2 text-[19px] font-bold">
            Share <span className="figures text-[15px] font-normal text-second">{row.number}</span>{' '}
            {row.title}
          </DialogTitle>
          {shares && (
            <p className="py-2 text-[13.5px] text-second">
              {shares.madeBy ? `Made by ${shares.madeBy}. ` : ''}Drafters, checkers and owners change every
              drawing, readers read every one.
            </p>
          )}
          {fault && (
            <p role="alert" className="py-2 text-[13.5px] text-fault">
              {fault}
            </p>
          )}
          <div className="min-h-0 overflow-y-auto">
            <table className="w-full text-[13.5px] leading-[19px]">
              <tbody>
                {shares?.people.map((p) => (
                  <tr key={p.id} className="border-b border-rule">
                    <td className="py-1.5 pr-4">
                      {p.name} <span className="text-[12.5px] text-second">{p.role}</span>
                    </td>
                    <td className="py-1.5 text-right">
                      {p.own === 'change' ? (
                        <span className="text-second">{MAY.change}</span>
                      ) : (
                        <select
                          aria-label={`What ${p.name} may do`}
                          className="rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px]"
                          value={p.shared ?? p.own ?? 'none'}
                          onChange={(e) => {
                            const may = e.target.value as May;
                            void attempt(() =>
                              setShare(row.id, p.id, may === 'none' || may === p.own ? null : may),
                            );
                          }}
                        >
                          {(['none', 'read', 'change'] as const)
                            .filter((may) => may !== 'none' || p.own === null)
                            .map((may) => (
                              <option key={may} value={may}>
                                {MAY[may]}
                              </option>
                            ))}
                        </select>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="flex justify-end pt-3">
            <button
              type="button"
              className="rounded-md border border-rule-strong bg-white px-3 py-1.5 text-[14px] font-semibold text-deep hover:bg-pale"
              onClick={onClose}
            >
              Close
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
};
