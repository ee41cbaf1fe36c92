'use client';
import { useState } from 'react';
import { type Fault, sentence } from '../../../../core/number/fault.ts';

/** A name that is being typed anew: taken by Enter or by leaving the field, given up by Escape. */
export const NameField = ({
  name,
  label,
  onRename,
  onDone,
}: {
  name: string;
  label: string;
  /** answers with what is wrong */
  onRename: (text: string) => Promise<readonly Fault[]>;
  onDone: () => void;
}) => {
  const [typed, setTyped] = useState(name);
  const [wrong, setWrong] = useState<string>();
  const take = async (): Promise<void> => {
    if (typed.trim() === name) {
      onDone();
      return;
    }
    const [fault] = await onRename(typed);
    if (fault) setWrong(sentence(fault));
    else onDone();
  };
  return (
    <span className="flex min-w-0 flex-1 flex-col">
      <input
        // biome-ignore lint/a11y/noAutofocus: the field comes where its press was
        autoFocus
        aria-label={label}
        aria-invalid={wrong !== undefined}
        value={typed}
        maxLength={60}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setTyped(e.target.value);
          setWrong(undefined);
        }}
        onBlur={() => void take()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void take();
          if (e.key === 'Escape') onDone();
        }}
        className="w-full rounded border border-rule-strong bg-white px-1 text-[13px] font-semibold text-deep"
      />
      {wrong && (
        <span role="alert" className="text-[12.5px] leading-4 text-fault">
          {wrong}
        </span>
      )}
    </span>
  );
};
