import { decimal } from '../../../core/number/format.ts';
import { densityOf, massOf } from '../../../core/part/material.ts';
import { useSession } from '../useDesk.ts';

/** What the part is: volume and, where the material is known, mass. */
export const Facts = () => {
  const picture = useSession((s) => s.picture);
  const material = useSession((s) => s.drawing.material);
  const units = useSession((s) => s.drawing.part.units);
  if (!picture) return null;
  const density = densityOf(material);
  const mass = density === undefined ? undefined : massOf(picture.volume, density, units);
  const unit = units === 'in' ? 'lb' : mass !== undefined && mass >= 1000 ? 'kg' : 'g';
  return (
    <p className="border-t border-rule pt-1.5 text-[12.5px] text-second">
      <span className="figures">{decimal(picture.volume, 2)}</span> {units}³
      {mass !== undefined && (
        <>
          {' '}
          · about{' '}
          <span className="figures" data-testid="mass">
            {decimal(unit === 'kg' ? mass / 1000 : mass, unit === 'g' ? 0 : 3)}
          </span>{' '}
          {unit} in {material.toLowerCase()}
        </>
      )}
    </p>
  );
};
