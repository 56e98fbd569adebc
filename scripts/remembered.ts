// npm run remembered [-- --changes 500] [--seed 1]: plans a small scene after random changes of any field of any
// row, with what is remembered and without; ends with 1 where the two differ.
import { rememberedPlans } from "#data/rememberedPlans";

const given = (name: string, usual: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : Number(process.argv[at + 1]);
};
const changes = given("changes", 500);
const { made, differs } = rememberedPlans(changes, given("seed", 1));
console.log(
  differs === null
    ? `${made} changes, every plan as made afresh`
    : `differs after ${made} changes: ${differs}`,
);
process.exit(differs === null && made === changes ? 0 : 1);
