'use client';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import Fraction from 'fraction.js';
import { Plus } from 'lucide-react';
import { mixedFraction } from '../../../../core/number/format.ts';
import type { Example } from '../../../../core/part/shapes/definition.ts';
import { SHAPES } from '../../../../core/part/shapes/shapes.ts';
import { useSession } from '../../useDesk.ts';
import { START_BUTTON } from './startButton.ts';

/** Lines to begin from, by the names that drafters use; each shape brings its own. */
const STARTS: readonly { readonly under: string; readonly lines: readonly Example[] }[] = [
  ...(['Solids', 'Cut out'] as const).map((under) => ({
    under,
    lines: SHAPES.flatMap((s) => (s.under === under ? s.examples : [])),
  })),
  {
    under: 'The statement',
    lines: [
      { name: 'Named size', line: 'L = 90' },
      { name: 'Square size', line: 'sq = 5' },
      { name: 'Another body', line: 'body pin: cylinder 10 dia 60 long' },
    ],
  },
  {
    under: 'Assembly',
    lines: [
      { name: 'Body on a body', line: 'upper on lower, bores in line, flush at the front' },
      { name: 'Bolts, washers, nuts', line: 'bolts through all holes, with washers and nuts' },
      { name: 'Bolt', line: 'bolt M12 x 60 through the hole, head on top' },
      { name: 'Nut', line: 'nut M12' },
      { name: 'Washer', line: 'washer M12 under the nut' },
      { name: 'Screw in a tapped hole', line: 'screw M8 into the hole' },
      {
        name: 'Two plates, bolted',
        line: [
          'body lower: block 90 x 60 x 30',
          'hole 17.5 through top 45 30',
          'body upper: block 90 x 60 x 18',
          'hole 17.5 through top 45 30',
          'upper on lower, bores in line, flush at the front',
          'bolt M16 with washer and nut',
        ].join('\n'),
      },
    ],
  },
];

/** The same line with sizes that suit an inch part: about as large, in eighths. Counts and angles stay. */
const inInches = (line: string): string =>
  // the names of metric screws stay
  line.replace(/(?<![M.])\b(\d+(?:\.\d+)?)\b(?! (?:holes|degrees))/g, (n) =>
    mixedFraction(new Fraction(Math.max(1, Math.round((Number(n) / 25) * 8)), 8)),
  );

/** Named shapes, each with a line to begin from. */
export const StartMenu = ({ onBegin }: { onBegin: (line: string) => void }) => {
  const units = useSession((s) => s.drawing.part.units);
  return (
    <Menu>
      <MenuButton className={START_BUTTON}>
        <Plus size={14} aria-hidden /> Begin from a shape
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        className="z-20 w-60 overflow-auto [--anchor-max-height:22rem] rounded-md border border-rule-strong bg-page pb-1 shadow-md focus:outline-none"
      >
        {STARTS.map((group) => (
          <div key={group.under}>
            <p className="border-b border-rule px-3 pt-2 pb-0.5 text-[12px] text-second">{group.under}</p>
            {group.lines.map(({ name, line }) => (
              <MenuItem key={name}>
                <button
                  type="button"
                  className="block w-full px-3 py-1 text-left text-[13px] data-focus:bg-hover"
                  onClick={() => onBegin(units === 'in' ? inInches(line) : line)}
                >
                  {name}
                </button>
              </MenuItem>
            ))}
          </div>
        ))}
      </MenuItems>
    </Menu>
  );
};
