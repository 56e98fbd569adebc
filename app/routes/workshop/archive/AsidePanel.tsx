import type { UnplacedRow } from "#data/rows";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { keep, undoAction } from "#app/jobs/keep";
import { saveFile } from "#app/jobs/saveFile";

const asJson = (rows: readonly UnplacedRow[]) => JSON.stringify(rows, null, 1);

/** Rows of older versions that have no place any more: named, to be taken away as a file, or let go of. */
export function AsidePanel({ rows }: { rows: readonly UnplacedRow[] }) {
  const say = useToast();
  if (rows.length === 0) return null;
  const letGo = async (row: UnplacedRow) => {
    const kept = await keep(`Let go of ${row.name}`, [{ table: "unplaced", remove: row.id }]);
    if (kept.ok) say(`${row.name} was let go of.`, undoAction);
  };
  return (
    <section id="aside" className="panel grid gap-2">
      <h2>Kept aside</h2>
      <p>
        What an older version had written and this one has no place for. It goes along with every archive.
      </p>
      <ul className="grid gap-2">
        {rows.map((row) => (
          <li key={row.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-primer-3 pt-2">
            <b>{row.name}</b>
            <span className="figures text-[14px] text-ink-2">
              {row.table}, version {row.version}
            </span>
            <span className="basis-full text-[14px]">{row.why}</span>
            <Button kind="quiet" onClick={() => void letGo(row)}>
              Let it go
            </Button>
          </li>
        ))}
      </ul>
      <div>
        <Button onClick={() => saveFile(asJson(rows), "inch-hollow-kept-aside.json", "application/json")}>
          Take them away as a file
        </Button>
      </div>
    </section>
  );
}
