import { useState } from 'react';
import { sentence } from '../../../core/number/fault.ts';
import type { RelationFile } from '../../../core/part/placeSchema.ts';
import type { PickedFace } from '../../../workers/pictorial.ts';
import { FaultNote } from '../book/FaultNote.tsx';
import { useDesk, useSession } from '../useDesk.ts';

const offer =
  'rounded border border-rule-strong bg-white px-1.5 text-[12.5px] leading-[20px] text-house hover:bg-hover';

/** The relations that can hold between two faces of the same kind, each with the words of its button. */
const relationsOf = (own: PickedFace, other: PickedFace): readonly (readonly [string, RelationFile])[] => {
  const there = `${other.body}.${other.key}`;
  return own.round
    ? [['Axes in one line', { axis: own.key, on: there }]]
    : [
        ['Let them touch', { face: own.key, against: there }],
        ['Let them be flush', { face: own.key, along: there }],
      ];
};

/** Two faces of two parts that were pointed at, and what can be made of them: the part that is stated later is placed by the other. */
export const PlaceByFaces = ({
  faces,
  onDone,
}: {
  faces: readonly [PickedFace, PickedFace];
  onDone: () => void;
}) => {
  const { session } = useDesk();
  const bodies = useSession((s) => s.drawing.part.bodies);
  const [wrong, setWrong] = useState<string>();
  const index = (f: PickedFace): number => bodies.findIndex((b) => b.name === f.body);
  const [other, own] = [...faces].sort((a, b) => index(a) - index(b)) as [PickedFace, PickedFace];
  const place = async (relation: RelationFile): Promise<void> => {
    const faults = await session.edit({ type: 'addRelation', body: own.body, relation }, 'field');
    setWrong(faults[0] && sentence(faults[0]));
    if (!faults.length) onDone();
  };
  const name = (f: PickedFace): string => `${f.face} of ${f.feature} (${f.body})`;
  return (
    <div data-testid="two faces">
      <p>
        {name(own)} and {name(other)}:
      </p>
      {own.round === other.round ? (
        <p className="mt-1.5 flex flex-wrap items-center gap-1">
          {relationsOf(own, other).map(([label, relation]) => (
            <button key={label} type="button" className={offer} onClick={() => void place(relation)}>
              {label}
            </button>
          ))}
        </p>
      ) : (
        <p className="text-fault">
          One is flat and one is round: point at two flat faces, or at two round ones.
        </p>
      )}
      <FaultNote texts={wrong ? [wrong] : []} />
    </div>
  );
};
