/** A picture as it is sent within other words. */
export async function pictureOf(file: File): Promise<{ mediaType: string; content: string }> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  bytes.forEach((byte) => (text += String.fromCharCode(byte)));
  return { mediaType: file.type, content: btoa(text) };
}
