import { counted } from "#core/words";
import { daysBetween } from "#core/plan/calendarDay";
import { type StoreTrouble, troubleWords } from "#data/storeState";
import type { VersionState } from "#app/hooks/useNewVersion";
import type { Keeping } from "#app/jobs/keeper";

/** What can be done about a notice. */
export type NoticeAct =
  | "reload"
  | "take version"
  | "allow folder"
  | "pick folder"
  | "save copy"
  | "show room"
  | "show aside"
  | "not now";

export type Notice = {
  readonly id: "trouble" | "version" | "folder" | "room" | "aside" | "unsaved";
  readonly text: string;
  /** A thing that stops the work, or one that asks for something. */
  readonly grave: boolean;
  readonly acts: readonly (readonly [act: NoticeAct, label: string])[];
};

const DAYS_UNSAVED = 7;
const CHANGES_UNSAVED = 50;
const SHORT_BYTES = 150e6;
const SHORT_SHARE = 0.1;

/** What the builder should know before anything else, the gravest first; nothing most of the time. */
export function noticesOf(keeping: Keeping, version: VersionState, today: string): readonly Notice[] {
  const { trouble } = keeping;
  if (trouble) return [troubleNotice(trouble)];
  const all = [
    versionNotice(version),
    folderNotice(keeping),
    roomNotice(keeping),
    asideNotice(keeping, today),
    unsavedNotice(keeping, today),
  ];
  return all.filter((notice) => notice !== null);
}

function troubleNotice(trouble: StoreTrouble): Notice {
  // What is there can still be read and taken away.
  const save: Notice["acts"] = trouble === "disk" ? [["save copy", "Save a copy"]] : [];
  return {
    id: "trouble",
    text: troubleWords[trouble],
    grave: true,
    acts: [...save, ["reload", "Reload this tab"]],
  };
}

function versionNotice(version: VersionState): Notice | null {
  if (version === "same") return null;
  if (version === "ready") {
    const text = "A new version of Inch Hollow is ready. All tabs take it together.";
    return { id: "version", text, grave: false, acts: [["take version", "Take it now"]] };
  }
  const text = "Your other tabs run a new version. Set what you have typed here, then reload this tab.";
  return { id: "version", text, grave: false, acts: [["reload", "Reload this tab"]] };
}

function folderNotice({ folder }: Keeping): Notice | null {
  if (!folder) return null;
  if (folder.said !== "")
    return { id: "folder", text: folder.said, grave: false, acts: [["pick folder", "Pick it again"]] };
  if (folder.state === "ready") return null;
  if (folder.state === "none") {
    const text = `The folder “${folder.name}” is no longer known to this browser, so nothing is saved there.`;
    return { id: "folder", text, grave: false, acts: [["pick folder", "Pick it again"]] };
  }
  const text = `The browser asks again before it saves into your folder “${folder.name}”.`;
  return { id: "folder", text, grave: false, acts: [["allow folder", "Allow it"]] };
}

function roomNotice({ room }: Keeping): Notice | null {
  if (!room) return null;
  const all = room.usedBytes + room.freeBytes;
  const short = room.freeBytes < SHORT_BYTES || room.freeBytes < SHORT_SHARE * all;
  // A browser that gives little room to anybody says so too late otherwise; an empty one is not short of
  // anything.
  if (!short || room.usedBytes === 0) return null;
  const text = `Room is short: ${megabytes(room.freeBytes)} are left for this app in your browser.`;
  return { id: "room", text, grave: false, acts: [["show room", "See what takes it"]] };
}

const isQuiet = ({ quietUntil }: Keeping, today: string) => quietUntil !== null && today < quietUntil;

function asideNotice(keeping: Keeping, today: string): Notice | null {
  const { unplaced } = keeping;
  if (unplaced === 0 || isQuiet(keeping, today)) return null;
  const rows =
    unplaced === 1 ? "One row of an older version has" : `${unplaced} rows of an older version have`;
  const text = `${rows} no place here any more. Nothing was dropped: it is kept aside.`;
  return {
    id: "aside",
    text,
    grave: false,
    acts: [
      ["show aside", "Show it"],
      ["not now", "Not now"],
    ],
  };
}

function unsavedNotice(keeping: Keeping, today: string): Notice | null {
  const { unsaved, unsavedSince, folder, canKeepFolder } = keeping;
  if (folder?.state === "ready" || unsaved === 0 || unsavedSince === null || isQuiet(keeping, today))
    return null;
  const days = daysBetween(unsavedSince.slice(0, 10), today);
  if (unsaved <= CHANGES_UNSAVED && days <= DAYS_UNSAVED) return null;
  const changes = unsaved === 1 ? "One change" : `${unsaved} changes`;
  const since = days > 0 ? ` of the last ${counted(days, "day", "days")}` : "";
  const text = `${changes}${since} ${unsaved === 1 ? "is" : "are"} only in this browser.`;
  const pick: Notice["acts"] = canKeepFolder && !folder ? [["pick folder", "Keep a folder beside it"]] : [];
  return {
    id: "unsaved",
    text,
    grave: false,
    acts: [["save copy", "Save a copy"], ...pick, ["not now", "Not now"]],
  };
}

/** `84 MB`, `1.2 GB`, in the way that disks are sold. */
export function megabytes(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes > 0 && bytes < 1e6 ? "under 1 MB" : `${Math.round(bytes / 1e6)} MB`;
}
