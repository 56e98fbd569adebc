import { beforeEach, expect, it } from "vitest";
import { hexOfLab } from "#core/paint/colour";
import { mixLab, pigmentOf } from "#core/paint/mixing";
import { predictMix } from "#core/paint/paint";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { sendForm } from "#app/testing";
import { clientAction as paintsAction } from "#route/workshop/paints";

const db = appDatabase();
const pot = async (name: string) => (await db.paints.toArray()).find((p) => p.name === name)!;

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  for (const [name, hex] of [
    ["Chalk", "#f4f2ec"],
    ["Rust", "#7a2b1e"],
  ] as const)
    await sendForm(paintsAction, "", {
      name,
      hex,
      product: "acrylic",
      thinner: "water",
      opacity: "opaque",
      sheen: "matte",
      millilitres: "17",
    });
});
const swatch = async (hex: string, potName = "Rust") =>
  sendForm(paintsAction, "", {
    intent: "swatch",
    white: (await pot("Chalk")).id,
    pot: (await pot(potName)).id,
    swatch: hex,
  });

it("a swatch typed in the workshop gives a pot its strength, and its mixes no band any more", async () => {
  const [chalk, rust] = [await pot("Chalk"), await pot("Rust")];
  const recipe = {
    id: "m",
    name: "m",
    thinnerShare: 0,
    target: null,
    parts: [
      { paintId: chalk.id, parts: 1 },
      { paintId: rust.id, parts: 1 },
    ],
  };
  const band = async () => {
    const paints = new Map((await db.paints.toArray()).map((p) => [p.id, p]));
    const { low, high } = predictMix(recipe, paints)!;
    return high.l - low.l;
  };
  const before = await band();
  const dried = mixLab([pigmentOf(chalk.lab, 1), pigmentOf(rust.lab, 0.6)], [1, 1]);
  expect(await swatch(hexOfLab(dried))).toEqual([]);
  expect((await pot("Rust")).strength).toBeCloseTo(0.6, 1);
  expect(await band()).toBeLessThan(before);
});

it("a swatch that no strength can give, or of a white with itself, is refused and nothing is kept", async () => {
  expect((await swatch("#2040c0"))[0]).toMatch(/No strength of Rust gives that colour with Chalk/);
  expect((await swatch("#808080", "Chalk"))[0]).toMatch(/another pot/);
  expect((await pot("Rust")).strength).toBeNull();
});
