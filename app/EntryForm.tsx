'use client';
import { type FormEvent, type ReactNode, useState } from 'react';

type FieldProps = {
  readonly label: string;
  readonly name: string;
  readonly type?: 'text' | 'password';
  readonly autoComplete: string;
  readonly hint?: string;
  readonly value?: string;
  readonly isFirst?: boolean;
  readonly inputMode?: 'numeric';
};

/** A labelled field of a form for accounts. */
export const Field = ({ label, name, type = 'text', hint, value, isFirst, ...input }: FieldProps) => (
  <label className="block text-[13.5px]">
    <span className="font-semibold">{label}</span>
    <input
      {...input}
      name={name}
      type={type}
      defaultValue={value}
      required
      // biome-ignore lint/a11y/noAutofocus: the one thing to do on a page that was asked for to sign in
      autoFocus={isFirst}
      spellCheck={false}
      autoCapitalize="none"
      aria-describedby={hint ? `${name}-hint` : undefined}
      className="mt-1 block w-full rounded-md border border-rule-strong bg-white px-2.5 py-1.5 text-[14px]"
    />
    {hint && (
      <span id={`${name}-hint`} className="mt-1 block text-[12.5px] leading-[17px] text-second">
        {hint}
      </span>
    )}
  </label>
);

/** A form whose fields are sent as they are typed; what keeps it from being done stands above its button. */
export const EntryForm = ({
  button,
  onSend,
  children,
}: {
  readonly button: string;
  /** sends the fields by name; what it throws is shown */
  readonly onSend: (fields: Record<string, string>) => Promise<void>;
  readonly children: ReactNode;
}) => {
  const [fault, setFault] = useState<string>();
  const [isBusy, setIsBusy] = useState(false);
  const send = async (e: FormEvent<HTMLFormElement>): Promise<void> => {
    e.preventDefault();
    const form = e.currentTarget;
    const fields = Object.fromEntries(
      [...new FormData(form)].map(([name, value]) => [name, typeof value === 'string' ? value : '']),
    );
    setFault(undefined);
    setIsBusy(true);
    try {
      await onSend(fields);
    } catch (error) {
      setFault((error as Error).message);
    } finally {
      setIsBusy(false);
    }
  };
  return (
    <form onSubmit={(e) => void send(e)} className="flex flex-col gap-3.5">
      {children}
      {fault && (
        <p
          role="alert"
          className="rounded-md border border-fault-rule bg-fault-pale px-3 py-2 text-[13.5px] text-fault"
        >
          {fault}
        </p>
      )}
      <button
        type="submit"
        disabled={isBusy}
        className="self-start rounded-md bg-deep px-3.5 py-1.5 text-[14px] font-semibold text-white hover:bg-house disabled:bg-disabled"
      >
        {button}
      </button>
    </form>
  );
};
