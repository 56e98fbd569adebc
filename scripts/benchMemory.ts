// A process of its own for npm run bench: what measuring 4 million triangles holds at its most, in MB.
import { measureMesh } from "#core/mesh/measure";
import { terrain } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";

const soup = soupOf(terrain(999, 240, 3));
const startBytes = process.memoryUsage().rss;
measureMesh(soup);
console.log(`${Math.round(startBytes / 1e6)} ${Math.round(process.resourceUsage().maxRSS / 1e3)}`);
