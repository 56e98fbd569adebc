import { FrontOutline } from "#ui/FrontOutline";
import { EmptyState } from "#ui/States";
import { useSelected } from "#app/hooks/useSelected";
import { useScene } from "#app/routes/scenes/useScene";
import { drawnParts } from "./view";

/** Every joint on the mat: what meets what, and how well. */
export function JointMat() {
  const { joints, parts } = useScene().plan;
  const mark = useSelected("joint");
  return (
    <section className="on-mat px-5 pt-4 pb-5">
      <h1 className="mb-3">Joints: what meets what</h1>
      {joints.length === 0 && (
        <EmptyState title="Nothing joined yet">
          Say which parts meet and how. The gap is checked as it will be after scaling and paint, and the glue
          by what both sides are made of.
        </EmptyState>
      )}
      <ul className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
        {joints.map((plan) => {
          const { joint, clearance } = plan;
          return (
            <li key={joint.id} className="border-t border-chalk/50 pt-2" {...mark(joint.id)}>
              <div className="flex h-24 items-end justify-center gap-6">
                {drawnParts(plan, parts).map((p) => (
                  <FrontOutline
                    key={p.part.id}
                    of={p.measurement!}
                    name={p.part.name}
                    on="mat"
                    className="max-h-24 max-w-[30%] overflow-visible"
                    heightPx={(ratio) => 90 * Math.min(1, Math.min(1, ratio) + 0.25)}
                  />
                ))}
              </div>
              <p className="mt-1 text-center font-head font-semibold">
                {joint.name}
                {joint.count > 1 ? ` × ${joint.count}` : ""}
              </p>
              <p className="text-center text-[13px] opacity-90">
                {joint.fit}
                {clearance && `, ${clearance.gapMm.toFixed(2)} mm: ${clearance.verdict}`}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
