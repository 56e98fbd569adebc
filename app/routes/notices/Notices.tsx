import { CircleAlert, Info } from "lucide-react";
import { useEffect } from "react";
import { useNavigate } from "react-router";
import { addDays } from "#core/plan/calendarDay";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { useKeeper, useKeeping } from "#app/hooks/useKeeping";
import { takeNewVersion, useNewVersion } from "#app/hooks/useNewVersion";
import { allowFolder, pickFolder } from "#app/jobs/backupFolder";
import { lookAgain } from "#app/jobs/keeper";
import { keepOutside, keptOutside } from "#app/jobs/keptOutside";
import { saveCopy } from "#app/jobs/saveCopy";
import { type Notice, type NoticeAct, noticesOf } from "./view";

/** More than these would leave no room for the work; the gravest come first. */
const MOST = 2;

/** Lines above the page for what cannot wait: the store, a new version, a copy that is due. */
export function Notices() {
  useKeeper();
  const keeping = useKeeping();
  const version = useNewVersion();
  const { job, start, stop } = useJob<string>();
  const say = useToast();
  const navigate = useNavigate();
  useRefusalTold(keeping.persisted);
  const save = () =>
    start(async (tell, signal) => {
      const saved = await saveCopy(tell, signal);
      say(saved.ok ? `${saved.value} was handed to the browser to save.` : saved.problems[0]!.message);
      return "";
    });
  const acts: Readonly<Record<NoticeAct, () => void>> = {
    reload: () => location.reload(),
    "take version": () => void takeNewVersion(),
    "allow folder": () => void allowFolder().then(lookAgain),
    "pick folder": () => void pickFolder().then(lookAgain),
    "save copy": () => void save(),
    "show room": () => void navigate("/workshop/archive#room"),
    "show aside": () => void navigate("/workshop/archive#aside"),
    "not now": () => {
      keepOutside({ quietUntil: addDays(localNow().today, 1) });
      void lookAgain();
    },
  };
  const notices = noticesOf(keeping, version, localNow().today).slice(0, MOST);
  if (notices.length === 0 && job.state !== "running") return null;
  return (
    <div className="no-print grid" role="region" aria-label="Notices">
      {notices.map((notice) => (
        <Line key={notice.id} notice={notice} acts={acts} />
      ))}
      {job.state === "running" && (
        <div className="bg-primer-2 px-4 py-2">
          <ProgressLine what="Packing a copy" share={job.share} onCancel={stop} />
        </div>
      )}
    </div>
  );
}

function Line({ notice, acts }: { notice: Notice; acts: Readonly<Record<NoticeAct, () => void>> }) {
  const Icon = notice.grave ? CircleAlert : Info;
  const tone = notice.grave ? "border-oxide" : "border-tape";
  return (
    <div
      role={notice.grave ? "alert" : "status"}
      className={`flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-primer-3 border-l-8 bg-primer-2 px-4 py-1.5 ${tone}`}
    >
      <Icon size={18} strokeWidth={1.75} aria-hidden className="shrink-0" />
      <p className="min-w-0 flex-1 basis-72">{notice.text}</p>
      <span className="flex flex-wrap gap-1">
        {notice.acts.map(([act, label], i) => (
          <Button key={act} kind={i === 0 ? "plain" : "quiet"} onClick={acts[act]}>
            {label}
          </Button>
        ))}
      </span>
    </div>
  );
}

/** Says once in a browser that it would not promise to keep what is stored. */
function useRefusalTold(persisted: boolean | null): void {
  const say = useToast();
  useEffect(() => {
    if (persisted !== false || keptOutside().persistenceTold) return;
    keepOutside({ persistenceTold: true });
    say(
      "This browser may clear what is stored here when its disk runs short. Workshop, Archive saves a copy.",
    );
  }, [persisted, say]);
}
