import { useFetcher } from "react-router";
import { counted } from "#core/words";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import { bareParts, paintAssumed } from "./view";

/** What is planned for parts that nobody said how to paint, and the taps that take it or drop it. */
export function UsualPaint() {
  const { input, plan } = useScene();
  const { id: sceneId, usualPaint } = input.scene;
  const fetcher = useFetcher();
  const send = (fields: Record<string, string>) =>
    void fetcher.submit({ sceneId, ...fields }, { method: "post" });
  const assumed = paintAssumed(plan.parts);
  const bare = bareParts(plan.parts);
  if (assumed.length > 0)
    return (
      <section className="panel grid gap-2" aria-label="Usual paint">
        <p>
          {counted(assumed.length, "part is", "parts are")} planned the usual way, since nobody said how to
          paint them: primer, two colours, a wash, varnish (common practice). It counts in hours and date, and
          in nothing to buy.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button
            kind="main"
            onClick={() => send({ intent: "take-usual", ids: assumed.map((p) => p.part.id).join(" ") })}
          >
            {assumed.length === 1 ? "Take it" : `Take it for all ${assumed.length}`}
          </Button>
          <Button kind="quiet" onClick={() => send({ intent: "usual-paint", to: "bare" })}>
            Leave what is unpainted bare
          </Button>
        </div>
      </section>
    );
  if (usualPaint || bare.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-3 text-[14px] text-ink-2">
      {counted(bare.length, "part stays", "parts stay")} unpainted.
      <Button kind="quiet" onClick={() => send({ intent: "usual-paint", to: "usual" })}>
        Plan {bare.length === 1 ? "it" : "them"} the usual way
      </Button>
    </p>
  );
}
