'use client';
import { X } from 'lucide-react';

/** Takes one thing of a list off the sheet. */
export const TakeOff = ({ name, onClick }: { name: string; onClick: () => void }) => (
  <button
    type="button"
    aria-label={name}
    title={name}
    className="grid size-6 place-items-center rounded text-second hover:bg-hover"
    onClick={onClick}
  >
    <X size={14} aria-hidden />
  </button>
);
