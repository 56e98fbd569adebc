import { Toast } from "radix-ui";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";

type Note = {
  readonly id: number;
  readonly text: string;
  readonly action: { readonly label: string; readonly run: () => void } | null;
};
/** Says something in a corner for a while, with one thing that can be done about it. */
export type Say = (text: string, action?: { label: string; run: () => void }) => void;

const ToastContext = createContext<Say>(() => {});

/** Says something for a few seconds at the foot of the page, with one action at most. */
export const useToast = () => useContext(ToastContext);

export function ToastProvider({ children }: { children: ReactNode }) {
  const [notes, setNotes] = useState<readonly Note[]>([]);
  const say = useCallback<Say>((text, action) => {
    setNotes((all) => [...all.slice(-2), { id: (all.at(-1)?.id ?? 0) + 1, text, action: action ?? null }]);
  }, []);
  const list = useMemo(() => notes, [notes]);
  return (
    <ToastContext.Provider value={say}>
      <Toast.Provider swipeDirection="down" label="Messages" duration={7000}>
        {children}
        {list.map((note) => (
          <Toast.Root
            key={note.id}
            className="flex items-center gap-4 rounded-cut border-l-4 border-tape bg-ink px-4 py-2.5 text-primer-1"
            onOpenChange={(open) => !open && setNotes((all) => all.filter((n) => n.id !== note.id))}
          >
            <Toast.Description>{note.text}</Toast.Description>
            {note.action && (
              <Toast.Action
                altText={note.action.label}
                className="font-head font-semibold underline"
                onClick={note.action.run}
              >
                {note.action.label}
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        <Toast.Viewport className="fixed bottom-14 left-1/2 z-50 grid w-max max-w-[92vw] -translate-x-1/2 gap-2 outline-none" />
      </Toast.Provider>
    </ToastContext.Provider>
  );
}
