import type { ReactNode } from "react";

/** Notes as cards: the picture, the words, when. */
export const NoteCards = ({
  notes,
  of,
  remove,
}: {
  notes: readonly {
    readonly id: string;
    readonly at: string;
    readonly text: string;
    readonly picture: string | null;
    readonly stepId: string;
  }[];
  of?: (stepId: string) => ReactNode;
  remove?: (id: string) => void;
}) => (
  <ul className="flex flex-wrap gap-3" aria-label="Notes">
    {notes.map((n) => (
      <li key={n.id} className="grid max-w-60 content-start gap-1 bg-primer-2 p-2 text-[15px]">
        {n.picture && <img src={n.picture} alt={n.text || "Picture from the bench"} className="max-h-40" />}
        {n.text && <span>{n.text}</span>}
        <span className="text-[13px] text-ink-2">
          {n.at.slice(5).replace("T", " ")}
          {of && <>, {of(n.stepId)}</>}
        </span>
        {remove && (
          <button
            type="button"
            className="justify-self-start text-[13px] underline"
            onClick={() => remove(n.id)}
          >
            Take it away
          </button>
        )}
      </li>
    ))}
  </ul>
);
