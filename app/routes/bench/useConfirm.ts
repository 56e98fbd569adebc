import { useState } from "react";
import type { Session } from "#core/order/sessions";
import { cautionById } from "#core/safety/cautions";
import { useToast } from "#ui/Toasts";
import { toConfirm } from "./view";

/** What has to be confirmed before a session counts as done, and whether it was; asked anew at every session. */
export function useConfirm(session: Session) {
  const [confirmedOf, setConfirmedOf] = useState<string | null>(null);
  const say = useToast();
  const confirmed = confirmedOf === session.id;
  const asked = toConfirm(session.steps);
  return {
    confirmed,
    set: (so: boolean) => setConfirmedOf(so ? session.id : null),
    /** Goes on where nothing is open; else says what has to be confirmed. */
    then: (go: () => void) => {
      if (asked === null || confirmed) go();
      else say(`Confirm the caution about ${cautionById(asked).title.toLowerCase()} of resin first.`);
    },
  };
}
