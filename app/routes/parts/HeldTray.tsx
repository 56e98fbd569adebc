import { Link } from "react-router";
import type { Finding, Mend } from "#core/plan/finding";
import { idIn } from "#core/reference";
import { FindingList } from "#ui/FindingList";
import { useMend, useMendAll } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { standingAside } from "./view";

/** Parts that nothing is planned for, each with why and what can be done; those without a scale are asked apart. */
export function HeldTray() {
  const { input, plan } = useScene();
  const mend = useMend();
  const mendAll = useMendAll();
  const aside = standingAside(plan.parts);
  if (aside.length === 0) return null;
  const open = (f: Finding) => (
    <Link
      to={`/scenes/${input.scene.id}/parts/${idIn(f.about, "part")}`}
      className="text-[14px] text-slate-blue underline"
    >
      Open {f.name}
    </Link>
  );
  return (
    <section aria-labelledby="held-tray" className="grid gap-3">
      <div className="flex flex-wrap items-baseline gap-3">
        <h2 id="held-tray">Standing aside</h2>
        <p className="text-[14px] text-ink-2">
          They cost no hours, no money and no date until they are settled.
        </p>
      </div>
      <FindingList
        findings={aside}
        link={open}
        onMend={(f: Finding, m: Mend) => void mend(f, m)}
        onMendAll={(group) => void mendAll(group)}
      />
    </section>
  );
}
