import { counted } from "#core/words";
import { Link } from "react-router";
import type { AuditLine, ScaleAudit } from "#core/plan/rule/scaleAudit";
import { realText } from "#core/scale/lengthFormat";
import { ratioText } from "#core/scale/ratio";

const words: Record<AuditLine["advice"], string> = {
  right: "right",
  "buy another size": "buy another size, or take it as meant",
  rescale: "rescale it",
  "stays as it is": "stays 1:1",
  "a variant": "a variant, on purpose",
  "say its scale": "say its scale",
};

/** What each part says of its own scale, the odd ones first. */
export function Audit({
  audit,
  denominator,
  sceneId,
}: {
  audit: ScaleAudit;
  denominator: number;
  sceneId: string;
}) {
  const rank = (l: AuditLine) =>
    l.advice === "rescale" ? -Math.abs(l.offShare ?? 0) - 1 : l.advice === "say its scale" ? -1 : 0;
  const lines = [...audit.lines].sort((a, b) => rank(a) - rank(b));
  return (
    <section aria-label="Scale audit">
      <h2 className="mb-1">Scale audit</h2>
      <p className="mb-2 text-[14px] text-ink-2">
        {audit.odd.length === 0
          ? "Every part says it is at this scene's scale."
          : `${audit.odd.length} of ${counted(audit.lines.length, "part", "parts")} ${audit.odd.length === 1 ? "needs" : "need"} a look.`}{" "}
        Largest against smallest thing on the table:{" "}
        {(100 * audit.spreadShare).toFixed(audit.spreadShare < 0.1 ? 1 : 0)} % apart; 3 % is not seen.
      </p>
      <div className="max-h-80 overflow-auto" tabIndex={0} role="region" aria-label="Scale audit, lines">
        <table className="table">
          <thead>
            <tr>
              <th scope="col">part</th>
              <th scope="col" data-figures>
                drawn at
              </th>
              <th scope="col" data-figures>
                comes out at
              </th>
              <th scope="col" data-figures>
                off
              </th>
              <th scope="col">evidence</th>
              <th scope="col">so</th>
            </tr>
          </thead>
          <tbody>
            {lines.slice(0, 60).map((l) => (
              <AuditLine key={l.partId} l={l} sceneId={sceneId} />
            ))}
          </tbody>
        </table>
        {lines.length > 60 && (
          <p className="p-2 text-[14px] text-ink-2">and {lines.length - 60} more, all less odd than these.</p>
        )}
      </div>
      <p className="sr-only">Scene at {ratioText(denominator)}</p>
    </section>
  );
}

function AuditLine({ l, sceneId }: { readonly l: AuditLine; readonly sceneId: string }) {
  return (
    <tr>
      <th scope="row" className="!font-normal">
        <Link
          to={`/scenes/${sceneId}/parts/${l.partId}`}
          className="underline decoration-primer-3 underline-offset-4"
        >
          {l.name}
        </Link>
      </th>
      <td data-figures>{l.drawnAt === null ? "–" : ratioText(Number(l.drawnAt.toFixed(1)))}</td>
      <td data-figures>
        {l.madeAt === null
          ? "–"
          : l.advice === "stays as it is"
            ? "its own size"
            : ratioText(Number(l.madeAt.toFixed(1)))}
      </td>
      <td data-figures>
        {l.offShare === null || l.advice === "stays as it is"
          ? "–"
          : Math.abs(l.offShare) < 0.0005
            ? "true"
            : `${l.offShare > 0 ? "+" : "−"}${(100 * Math.abs(l.offShare)).toFixed(1)} %`}
      </td>
      <td>
        {l.evidence}
        {l.evidence === "a feature" && `: ${l.evidenceText}`}
        {l.standsMm !== null && `: stands ${realText(l.standsMm)} tall here`}
      </td>
      <td
        className={
          l.advice === "rescale" || l.advice === "buy another size"
            ? "text-oxide"
            : l.advice === "say its scale"
              ? "text-ochre"
              : ""
        }
      >
        {words[l.advice]}
      </td>
    </tr>
  );
}
