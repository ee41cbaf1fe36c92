'use client';
import { Radio, RadioGroup, Switch } from '@headlessui/react';

/** A switch between a few words, all in sight. */
export const Choice = <T extends string>({
  name,
  value,
  options,
  onChange,
}: {
  name: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  onChange: (v: T) => void;
}) => (
  <RadioGroup
    value={value}
    onChange={onChange}
    aria-label={name}
    className="flex rounded-md border border-rule-strong bg-white p-[2px]"
  >
    {options.map((o) => (
      <Radio
        key={o.value}
        value={o.value}
        className="cursor-pointer rounded-[4px] px-2 py-[2px] text-[13px] text-second data-checked:bg-deep data-checked:text-white"
      >
        {o.label}
      </Radio>
    ))}
  </RadioGroup>
);

export const Tick = ({
  name,
  on,
  onChange,
}: {
  name: string;
  on: boolean;
  onChange: (on: boolean) => void;
}) => (
  <Switch
    checked={on}
    onChange={onChange}
    aria-label={name}
    className="group inline-flex h-5 w-9 items-center rounded-full bg-rule-strong transition-colors data-checked:bg-deep"
  >
    <span className="size-4 translate-x-0.5 rounded-full bg-white transition-transform group-data-checked:translate-x-[18px]" />
  </Switch>
);
