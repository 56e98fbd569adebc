import type { KeptOutside } from "#app/jobs/keptOutside";

/** `Ferry stage`, `Ferry stage and Reed bank`, `Ferry stage, Reed bank and others`. */
function listed(names: readonly string[]): string {
  if (names.length <= 1) return names.join("");
  const last = names.length > 2 ? "others" : names[1]!;
  return `${names.slice(0, names.length > 2 ? 2 : 1).join(", ")} and ${last}`;
}

const moment = (at: string) => at.replace("T", " ");

/** What was here and where it was saved last, as far as the browser's small storage still tells. */
export function clearedWords({ scenes, changedAt, saved, folder }: KeptOutside): {
  what: string;
  where: string;
} {
  const held = scenes.length > 0 ? `It held ${listed(scenes)}` : "It held your workshop";
  const what = `${held}, last changed ${changedAt === null ? "some time ago" : moment(changedAt)}. Clearing site data or a full disk does this; nothing here did.`;
  if (!saved)
    return { what, where: "It was not saved outside this browser, so it cannot be brought back from here." };
  const place =
    saved.where === "folder" ? `in your folder “${folder ?? "?"}”` : "wherever your browser keeps downloads";
  return {
    what,
    where: `The last file you saved is ${saved.name}, ${place}, of ${moment(saved.at)}. Bring it in to go on from there.`,
  };
}
