import { between } from "#core/figure";
import { familyOf } from "#core/order/families";
import type { Step } from "#core/order/step";

/**
 * Adds the steps that everybody needs and nobody writes down, each naming the rule it is there for: a wash after
 * sanding (O6), a dry fit before glue (O7), primer under colour (O13).
 */
export function insertForgotten(steps: readonly Step[]): readonly Step[] {
  const added: Step[] = [];
  const partTargets = [...new Set(steps.flatMap((s) => s.targets))].filter((t) => t.startsWith("part:"));
  for (const target of partTargets) {
    const own = steps.filter((s) => s.targets.includes(target));
    const sample = own.find((s) => s.targets.length === 1) ?? own[0]!;
    const lastSand = own.filter((s) => s.action === "sand").at(-1);
    const washed = lastSand && own.some((s) => s.action === "wash" && follows(own, s, lastSand));
    if (lastSand && !washed) {
      added.push(made(sample, `${target}/wash-after-sanding`, "wash", "Wash off the dust and dry", "O6", { minutes: 5, place: "sink", tool: "brush and water", waitMinutes: 30, targets: [target], after: [lastSand.id] }));
    }
    const coloured = own.some((s) => ["paint", "shade", "drybrush"].includes(s.action)), primed = own.some((s) => s.action === "prime");
    if (coloured && !primed && !sample.clear) {
      const area = own.find((s) => s.action === "paint")?.areaCm2 ?? 50;
      added.push(made(sample, `${target}/prime`, "prime", "Prime", "O13", { minutes: 5 + 0.05 * area, place: "bench", tool: "brush", family: "brush-on primer, water", waitMinutes: familyOf("brush-on primer, water").recoatMinutes, targets: [target], after: [] }));
    }
  }
  for (const glue of steps.filter((s) => s.action === "glue")) {
    const joint = glue.targets.find((t) => t.startsWith("joint:"));
    if (!joint || steps.some((s) => s.action === "dry fit" && s.targets.includes(joint))) continue;
    added.push(made(glue, `${joint}/dry-fit`, "dry fit", "Fit together dry; file what is tight", "O7", { minutes: Math.max(3, glue.handsMinutes.value * 0.5), place: "bench", tool: "file", targets: glue.targets, after: [] }));
  }
  return [...steps, ...added];
}

function follows(steps: readonly Step[], later: Step, earlier: Step): boolean {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const stack = [...later.after], seen = new Set<string>();
  while (stack.length > 0) {
    const id = stack.pop()!;
    if (id === earlier.id) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    stack.push(...(byId.get(id)?.after ?? []));
  }
  return false;
}

function made(like: Step, id: string, action: Step["action"], title: string, insertedBy: string, d: { minutes: number; place: Step["place"]; tool: string; family?: string; waitMinutes?: number; targets: readonly string[]; after: readonly string[] }): Step {
  return {
    ...like, id, action, title, insertedBy, targets: d.targets, place: d.place, tool: d.tool, family: d.family ?? null, sheen: d.family ? "matte" : null, recipeId: null, paintId: null, mixMl: null,
    handsMinutes: between(d.minutes * 0.65, d.minutes, d.minutes * 1.35, "min", "practice", [{ text: "a step that is easily forgotten", basis: "practice" }]),
    waitMinutes: d.waitMinutes ?? 0, alcohol: false, after: d.after, notes: [],
  };
}
