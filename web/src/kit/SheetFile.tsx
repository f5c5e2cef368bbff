import Button from '@mui/material/Button';

/** What a table shows, as files to take along. */
export function SheetFile({
  path,
  question,
}: {
  path: string;
  question: Record<string, string | number | boolean | string[] | undefined>;
}) {
  return (['CSV', 'XLSX'] as const).map((format) => {
    const query = new URLSearchParams({ format });
    for (const [name, value] of Object.entries(question)) {
      [value ?? []]
        .flat()
        .filter((one) => one !== '')
        .forEach((one) => query.append(name, String(one)));
    }
    return (
      <Button key={format} component="a" href={`/api/export/${path}?${query}`}>
        {format}
      </Button>
    );
  });
}
