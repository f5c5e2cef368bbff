import { api, read, type Schemas } from '../../api/client';

/** Makes labels and shows the sheet in a page of its own, from where it is printed or saved. */
export async function fetchPdf(entry: Schemas['LabelEntry']): Promise<void> {
  const content = (await read(
    api.POST('/api/labels/pdf', { body: entry, parseAs: 'blob' }) as never,
  )) as Blob;
  const address = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = address;
  link.target = '_blank';
  link.download = 'labels.pdf';
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
