import type { Part } from "#core/scene/part";
import { labelsPdf, schemeBookPdf } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";

/** The schemes and mixes on paper: of all parts for the wall, of one part for the bench, labels for the jars. */
export function BookButtons({ part }: { readonly part: Part | null }) {
  const { input, plan } = useScene();
  const say = useToast();
  const { workshop, scene } = input;
  const save = (name: string, make: () => Promise<Uint8Array>) =>
    void make()
      .then((bytes) => saveFile(bytes, name, "application/pdf"))
      .catch((e: unknown) => say(e instanceof Error ? e.message : "It could not be written. Try again."));
  const parts = plan.parts.filter((p) => !p.paintAssumed).map((p) => p.part);
  return (
    <div className="mt-4 flex flex-wrap gap-2" role="group" aria-label="On paper">
      <Button
        onClick={() => save("schemes.pdf", () => schemeBookPdf(parts, workshop, `Schemes of ${scene.name}`))}
      >
        Schemes and mixes as PDF
      </Button>
      {part && (
        <Button
          onClick={() => save("scheme.pdf", () => schemeBookPdf([part], workshop, `Scheme of ${part.name}`))}
        >
          This part as PDF
        </Button>
      )}
      <Button
        disabled={workshop.paints.length === 0}
        onClick={() => save("labels.pdf", () => labelsPdf(workshop))}
      >
        Swatch labels as PDF
      </Button>
    </div>
  );
}
