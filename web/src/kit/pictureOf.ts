/** A picture as it is sent within other words. */
export interface Picture {
  mediaType: string;
  /** In base64. */
  content: string;
}

export async function pictureOf(file: File): Promise<Picture> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  bytes.forEach((byte) => (text += String.fromCharCode(byte)));
  return { mediaType: file.type, content: btoa(text) };
}
