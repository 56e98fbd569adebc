import type { MeshRoom } from "#data/collectMeshes";
import { forgetUndo } from "#data/collectMeshes";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { useKeeping } from "#app/hooks/useKeeping";
import { lookAgain } from "#app/jobs/keeper";
import { megabytes } from "#app/routes/notices/view";

/** What the models take in this browser, and what can be let go of. */
export function RoomPanel({ room, onChange }: { room: MeshRoom; onChange: () => void }) {
  const keeping = useKeeping();
  const say = useToast();
  const letGo = async () => {
    await forgetUndo();
    await lookAgain();
    onChange();
    say(`${megabytes(room.undoBytes)} are free again. What was done until now can no longer be taken back.`);
  };
  return (
    <section id="room" className="panel grid gap-2">
      <h2>Room</h2>
      <dl className="figures grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-[14px]">
        <dt>models</dt>
        <dd>{megabytes(room.allBytes)}</dd>
        <dt>of it only for undo</dt>
        <dd>{megabytes(room.undoBytes)}</dd>
        {keeping.room && (
          <>
            <dt>left in this browser</dt>
            <dd>{megabytes(keeping.room.freeBytes)}</dd>
          </>
        )}
      </dl>
      {room.undoBytes > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <Button onClick={() => void letGo()}>Let go of what undo keeps</Button>
          <span className="text-[14px] text-ink-2">
            Models of deleted scenes and parts go when undo no longer reaches them.
          </span>
        </div>
      )}
    </section>
  );
}
