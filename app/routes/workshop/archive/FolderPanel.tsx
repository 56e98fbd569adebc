import { Button } from "#ui/Button";
import { useKeeping } from "#app/hooks/useKeeping";
import { allowFolder, forgetFolder, pickFolder } from "#app/jobs/backupFolder";
import { lookAgain } from "#app/jobs/keeper";

const then = (job: () => Promise<unknown>) => () => void job().then(lookAgain);

/** A folder that is written to by itself, where the browser lets a page keep one. */
export function FolderPanel() {
  const { folder, canKeepFolder, saved } = useKeeping();
  if (!canKeepFolder) {
    return (
      <section className="panel grid gap-2">
        <h2>A folder beside the browser</h2>
        <p>This browser lets no page keep a folder. A line above the page reminds you when a copy is due.</p>
      </section>
    );
  }
  return (
    <section className="panel grid gap-2">
      <h2>A folder beside the browser</h2>
      <p>
        Pick a folder once, and everything is saved there a minute after your last change: the whole archive,
        and the one before it.
      </p>
      {folder && (
        <p>
          <b>{folder.name}</b>
          {folder.state === "ready" &&
            (saved?.where === "folder"
              ? `, last written ${saved.at.replace("T", " ")}`
              : ", is written to after the next quiet minute")}
          {folder.state === "ask" && ", waits for your leave"}
          {folder.state === "none" && ", is no longer known to this browser"}
          {folder.said !== "" && <span className="block text-oxide">{folder.said}</span>}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {folder?.state === "ask" && (
          <Button kind="main" onClick={then(allowFolder)}>
            Allow it
          </Button>
        )}
        <Button onClick={then(pickFolder)}>{folder ? "Pick another folder" : "Pick a folder"}</Button>
        {folder && (
          <Button kind="quiet" onClick={then(forgetFolder)}>
            Save there no longer
          </Button>
        )}
      </div>
    </section>
  );
}
