import Button from '@mui/material/Button';

/** What a table shows, as files to take along. */
export function SheetFile({
  path,
  question,
  columns = [],
}: {
  path: string;
  question: object;
  /** The columns that the file shall have, where it can have others. */
  columns?: string[];
}) {
  return (['CSV', 'XLSX'] as const).map((format) => {
    const query = new URLSearchParams({ format });
    columns.forEach((one) => query.append('columns', one));
    for (const [name, value] of Object.entries(question) as [string, unknown][]) {
      [value ?? []]
        .flat()
        .filter((one) => one !== '')
        .forEach((one) => query.append(name, String(one)));
    }
    return (
      <Button key={format} size="small" component="a" href={`/api/export/${path}?${query}`}>
        {format}
      </Button>
    );
  });
}
