'use client';
import { useSession } from '../useDesk.ts';
import { field } from './Page.tsx';

/** A feature of the part by its name, or all of them. */
export const FeatureSelect = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | undefined;
  onChange: (feature: string | undefined) => void;
}) => {
  const bodies = useSession((s) => s.drawing.part.bodies);
  const features = [...new Set(bodies.flatMap((b) => b.features.map((f) => f.id)))];
  return (
    <select
      aria-label={label}
      className={`${field} min-w-0 py-0.5`}
      value={value ?? ''}
      onChange={(e) => onChange(e.target.value || undefined)}
    >
      <option value="">all features</option>
      {features.map((f) => (
        <option key={f} value={f}>
          {f} alone
        </option>
      ))}
    </select>
  );
};
