/** A wrong call: printed with the usage, exit 2. */
export class Misuse extends Error {}

export const USAGE = `blue-ledger: orthographic views, sections and sheets from a part file

  views PART [--views front,top,left] [--toward x,y,z] [--section FILE]... [--tangents] [--json]
  section PART SECTION [--views front,top,section,developed] [--divisions 8|12|24 [--start left]] [--json]
  measure PART [--json]
  ledger PART [--views ...] [--angle first|third] [--csv|--json]
  check PART [--section FILE]... [--limit 1.5]
  read PART --line TEXT [--line TEXT]... [--json]
  dimension PART [--views ...] [--section FILE]... [--scheme base|chain|symmetry] [--scale 1:2] [--given FILE] [--json]
  develop PART --feature ID [--section FILE]... [--from ANGLE] [--json]
  solid PART --format step|stl|obj|3mf [--body NAME] [--deviation 0.05] [--text]
  solids VIEWS [--max 16] [--within SECONDS] [--json]
  sheet PART|DRAWING [--angle first|third] [--paper A3] [--scale 1:2|fit] [--views ...] [--section FILE]... --format svg|pdf|dxf [--space paper|true|dimensions|blocks] [--dimension]
        [--title TEXT] [--number TEXT] [--owner TEXT] [--material TEXT] [--drawn-by TEXT] [--date 2026-03-01]
  backup FILE [--data FOLDER]
  restore FILE [--data FOLDER] [--set-back] [--anew] [--yes]

sheet of a folder makes one of every part in it, with an index, in the folder that --out names.
--tangents shows tangent joins too, as lines of kind "tangent"; --divisions adds cut points on generators of curved faces.
VIEWS is what views --json prints, or an SVG or DXF file with lines on layers named front, top, left ...
PART is a part or drawing file, a file of solids (.step, .stp, .stl, .obj), or - for standard input. --out FILE writes there instead of standard output.
check prints a line for each finding, --limit tells walls thinner than that; it exits 1 where there are some.
backup writes everything that the register keeps into one file; restore says what bringing it back would do, and does it with --yes.
Exit: 0 done, 1 the input is refused, 2 wrong usage.`;
