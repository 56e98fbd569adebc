/** How everything is laid out; `npm test` checks it. */
export default {
  printWidth: 110,
  trailingComma: "all",
};
