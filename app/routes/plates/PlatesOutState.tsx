import type { usePlatesOut } from "#app/hooks/usePlatesOut";
import { ProgressLine } from "#ui/States";

/** How far the files of plates are, and what was left out of them or refused. */
export function PlatesOutState({ out }: { out: ReturnType<typeof usePlatesOut> }) {
  return (
    <>
      {out.running && (
        <ProgressLine
          what={`Writing ${out.kind.toUpperCase()} plates`}
          share={out.share}
          onCancel={out.stop}
        />
      )}
      {out.said.map((sentence) => (
        <p key={sentence} role="alert" className="text-oxide">
          {sentence}
        </p>
      ))}
    </>
  );
}
