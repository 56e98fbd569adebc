/**
 * Name of a mesh by its content, 32 hexadecimal digits: the same triangles are kept once, whatever file they
 * came in.
 */
export async function contentId(corners: Float32Array): Promise<string> {
  const hash = await crypto.subtle.digest("SHA-256", corners as Float32Array<ArrayBuffer>);
  return Array.from(new Uint8Array(hash).slice(0, 16), (b) => b.toString(16).padStart(2, "0")).join("");
}
