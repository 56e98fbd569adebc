import { type SetURLSearchParams, type FetcherWithComponents } from "react-router";
import type { PrintMaterial } from "#core/print/printer";
import { Button } from "#ui/Button";
import { undoAction } from "#app/jobs/keep";
import type { Say } from "#ui/Toasts";

/** A roll or bottle on the shelf. */
export function ShelfLine({
  m,
  leftOf,
  fetcher,
  setSearch,
  say,
}: {
  readonly m: PrintMaterial;
  readonly leftOf: (id: string) => number | undefined;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly setSearch: SetURLSearchParams;
  readonly say: Say;
}) {
  return (
    <tr>
      <th scope="row">{m.name}</th>
      <td>
        {m.plastic}, {m.process}
      </td>
      <td>
        {m.colour ? (
          <span className="inline-flex items-center gap-2">
            <span
              aria-hidden
              className="inline-block size-4 border border-ink-2"
              style={{ background: m.colour }}
            />
            {m.colour}
          </span>
        ) : (
          "not told"
        )}
      </td>
      <td data-figures>{m.densityGPerCm3} g/cm³</td>
      <td data-figures>{(m.pricePerKg / 100).toFixed(2)}</td>
      <td data-figures>{leftOf(m.id) === undefined ? "not told" : `${leftOf(m.id)} g`}</td>
      <DampCell m={m} fetcher={fetcher} />
      <ShelfButtons setSearch={setSearch} m={m} fetcher={fetcher} say={say} />
    </tr>
  );
}

function ShelfButtons({
  setSearch,
  m,
  fetcher,
  say,
}: {
  readonly setSearch: SetURLSearchParams;
  readonly m: PrintMaterial;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <td>
      <span className="flex gap-1">
        <Button kind="quiet" onClick={() => setSearch({ material: m.id })}>
          Change
        </Button>
        <Button
          kind="quiet"
          onClick={() => {
            void fetcher.submit({ intent: "remove", id: m.id }, { method: "post" });
            say(`${m.name} was removed.`, undoAction);
          }}
        >
          Remove
        </Button>
      </span>
    </td>
  );
}

function DampCell({
  m,
  fetcher,
}: {
  readonly m: PrintMaterial;
  readonly fetcher: FetcherWithComponents<unknown>;
}) {
  return (
    <td>
      {m.process === "filament" ? (
        <Button
          kind="quiet"
          onClick={() =>
            void fetcher.submit({ intent: "damp", id: m.id, damp: m.damp ? "no" : "yes" }, { method: "post" })
          }
        >
          {m.damp ? "damp: it is dry again" : "dry: note it as damp"}
        </Button>
      ) : (
        "shake and stir"
      )}
    </td>
  );
}
