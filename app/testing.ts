type Said = {
  readonly data?: { readonly problems?: readonly { readonly message: string }[] };
  readonly problems?: readonly { readonly message: string }[];
} | null;

/** Sends a form to a stage's action as its page would. @returns the sentences with which it was refused */
export async function sendForm(
  action: unknown,
  sceneId: string,
  fields: Readonly<Record<string, string>>,
): Promise<readonly string[]> {
  const body = new FormData();
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  const request = new Request("http://bench/", { method: "POST", body });
  const params = { sceneId, partId: fields.partId };
  const said = await (action as (args: unknown) => Promise<Said>)({ request, params });
  return (said?.data?.problems ?? said?.problems ?? []).map((p) => p.message);
}
