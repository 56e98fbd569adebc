import { useMemo } from "react";
import type { ReadArchive } from "#data/archiveIn";
import type { BadRowChoice } from "#data/archiveRows";
import { Button } from "#ui/Button";
import { badRowsView } from "./view";

type Props = {
  readonly archive: ReadArchive;
  readonly onChoice: (choice: BadRowChoice) => void;
  readonly onCancel: () => void;
};

/**
 * Rows of an archive that cannot be kept as they are: what is wrong, what mending would change, and the
 * choice.
 */
export function BadRows({ archive, onChoice, onCancel }: Props) {
  const view = useMemo(() => badRowsView(archive.reading), [archive]);
  const { good } = archive.reading;
  return (
    <section
      role="alert"
      aria-label="Rows that do not fit"
      className="grid gap-3 border-l-4 border-ochre pl-3"
    >
      <h3>
        {view.count}; the other {good.length.toLocaleString("en")} do
      </h3>
      <ul className="grid gap-1 text-[14px]">
        {view.groups.map((g) => (
          <li key={`${g.table} ${g.why}`}>
            <span className="figures text-ink-2">{g.table}</span>, {g.names.join(", ")}
            {g.count > g.names.length && ` and ${(g.count - g.names.length).toLocaleString("en")} more`}:{" "}
            {g.why}
          </li>
        ))}
        {view.moreGroups > 0 && <li className="text-ink-2">and {view.moreGroups} more kinds.</li>}
      </ul>
      {view.mendable > 0 && (
        <details>
          <summary>
            {view.mendable} of {view.mendableOf === view.mendable ? "them" : `the first ${view.mendableOf}`}{" "}
            can be mended
          </summary>
          <ul className="mt-1 grid gap-1 text-[14px]">
            {view.mends.map((m) => (
              <li key={m.name}>
                {m.name}: {m.changes}
              </li>
            ))}
          </ul>
        </details>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => onChoice("leave out")}>
          Leave them out
        </Button>
        {view.mendable > 0 && (
          <Button onClick={() => onChoice("mend")}>Mend what can be, leave out the rest</Button>
        )}
        <Button kind="quiet" onClick={onCancel}>
          Bring nothing in
        </Button>
      </div>
    </section>
  );
}
