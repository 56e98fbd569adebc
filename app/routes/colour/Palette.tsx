import { useFetcher } from "react-router";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { figures, PlainTable } from "#ui/PlainTable";
import { paletteRows } from "./paletteRows";

/** Every mix and pot of the scene, with where it lies: what ties it together, what is used once, what may stand out. */
export function Palette() {
  const { input, plan } = useScene();
  const fetcher = useFetcher();
  const rows = paletteRows(plan, input);
  if (rows.length === 0) return null;
  const name = (key: string) =>
    void fetcher.submit({ intent: "accent", sceneId: input.scene.id, what: key }, { method: "post" });
  return (
    <section id="palette">
      <h2 className="mb-2">Palette of the scene</h2>
      <PlainTable
        label="Palette of the scene"
        heads={["colour", "on", figures("cm²"), figures("ml"), "first laid", "may stand out"]}
      >
        {rows.map((row) => (
          <tr key={row.key}>
            <th scope="row" className="whitespace-nowrap">
              <span
                aria-hidden="true"
                className="mr-2 inline-block h-5 w-8 rounded-cut border border-primer-3 align-[-4px]"
                style={{ background: row.hex }}
              />
              {row.name}
            </th>
            <td>{row.on}</td>
            <td data-figures>{row.cm2}</td>
            <td data-figures>{row.ml}</td>
            <td className="whitespace-nowrap">{row.firstOn}</td>
            <td>
              {row.isAccent ? (
                <Button kind="quiet" aria-label={`Accent: ${row.name}, let it go`} onClick={() => name("")}>
                  Accent
                </Button>
              ) : (
                <Button kind="quiet" aria-label={`Name it: ${row.name}`} onClick={() => name(row.key)}>
                  Name it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </PlainTable>
    </section>
  );
}
