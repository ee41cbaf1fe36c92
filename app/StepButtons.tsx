import type { LucideIcon } from 'lucide-react';

/** A press among those that go through the steps of a construction. */
export type StepDeed = readonly [label: string, icon: LucideIcon, deed: () => void, isOff: boolean];

/** The presses that go through the steps of a construction. */
export const StepButtons = ({ deeds }: { deeds: readonly StepDeed[] }) =>
  deeds.map(([label, Icon, deed, isOff]) => (
    <button
      key={label}
      type="button"
      aria-label={label}
      title={label}
      disabled={isOff}
      onClick={deed}
      className="grid size-8 place-items-center rounded text-second hover:bg-hover disabled:opacity-30"
    >
      <Icon size={17} aria-hidden />
    </button>
  ));
