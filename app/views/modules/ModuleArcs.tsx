import { arcPath, sideArcs } from '../../../core/layout/sideArcs.ts';
import { breakPath } from '../../../server/export/sheetLook.ts';
import type { ModuleRow } from '../../../server/views/plan/planView.ts';
import { breaksInWords } from '../../state/words.ts';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';

/** The height of a module, in pixels, as the style has it. */
const MODULE_HEIGHT = 38;
/** The place of the line that arcs begin on, and how far they reach from it, in pixels. */
const LINE = 68;
const WIDTH = 186;
const MARGIN = 8;
/** More arcs than this are not told apart: the strongest are drawn, and all of the module at hand. */
const MOST_ARCS = 160;

/** What rests on what, beside the modules; those of the module that is open, or pointed at, stand out. */
export function ModuleArcs({
  modules,
  open,
  pointed,
}: {
  modules: readonly ModuleRow[];
  open: string;
  pointed: string | null;
}) {
  const { change } = usePicture();
  const at = new Map(modules.map(({ id }, row) => [id, row]));
  const all = modules.flatMap((from, row) =>
    from.uses.map(({ module, references, isAgainst, broken }) => ({
      from: row,
      to: at.get(module)!,
      weight: references,
      isAgainst,
      broken,
      user: from,
      used: modules[at.get(module)!],
    })),
  );
  const isOf = (id: string | null, { user, used }: (typeof all)[number]): boolean =>
    id !== null && (user.id === id || used.id === id);
  const strongest = new Set([...all].sort((a, b) => b.weight - a.weight).slice(0, MOST_ARCS));
  const links = all.filter((link) => strongest.has(link) || isOf(open, link) || isOf(pointed, link));
  const height = modules.length * MODULE_HEIGHT;
  const arcs = sideArcs(links, {
    rows: modules.length,
    height: MODULE_HEIGHT,
    down: WIDTH - LINE - MARGIN,
    up: LINE - MARGIN,
  });
  const lit = pointed ?? open;
  const isLit = modules.some(({ id }) => id === lit);
  return (
    <svg className="module-arcs" width={WIDTH} height={height} aria-hidden="true">
      <line x1={LINE} x2={LINE} y1={0} y2={height} className="arcs-line" />
      {modules.map(({ id }, row) => (
        <circle key={id} cx={LINE} cy={(row + 0.5) * MODULE_HEIGHT} r={2.5} className="arcs-stop" />
      ))}
      {arcs.map((arc) => {
        const link = links[arc.link];
        const { user, used, weight, isAgainst, broken } = link;
        const path = arcPath(arc, LINE);
        const state = !isLit ? '' : isOf(lit, link) ? ' lit' : ' dim';
        const middle = (arc.y1 + arc.y2) / 2;
        return (
          <g
            key={`${user.id} ${used.id}`}
            className={`module-arc${isAgainst ? ' against' : ''}${state}`}
            onClick={() =>
              change({
                from: user.end,
                to: used.end,
                by: 'plan',
                dossier: null,
                focus: null,
              })
            }
          >
            <title>{`${user.name} uses ${used.name}: ${counted(weight, 'reference')}${isAgainst ? ', against the order' : ''}${broken === null ? '' : `; ${breaksInWords(broken)}`}`}</title>
            <path d={path} strokeWidth={arc.width} />
            {isAgainst && (
              <path d={`M${LINE + arc.bulge - 5} ${middle}h10`} strokeWidth={2} className="arcs-notch" />
            )}
            {broken !== null && (
              <path d={breakPath(LINE + arc.bulge, middle)} strokeWidth={2} className="arcs-break" />
            )}
            <path d={path} className="arcs-reach" />
          </g>
        );
      })}
      {strongest.size < all.length && (
        <title>{`the ${MOST_ARCS} strongest of ${all.length}, and all of the module at hand`}</title>
      )}
    </svg>
  );
}
