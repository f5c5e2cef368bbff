import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { get, post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { columnsOf, Exception } from '../../kit/columns';
import { Drop } from '../../kit/Drop';
import { FilePick } from '../../kit/FilePick';
import { count } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useSave } from '../../kit/useSave';
import { ImportPanel } from './ImportPanel';
import { OpeningStockForm } from './OpeningStockForm';
import { StayingBehind } from './StayingBehind';
import { nameOf, stateOf } from './importWords';

type Row = Schemas['ImportRow'];

const FILES = '.xlsx,.csv,.zip,.txt';

/** Tables of the house that come in as files and go out again. */
export function ImportSpace() {
  const { id, open, close } = useOpened();
  const send = useSave(
    ['imports'],
    (command, file: File) =>
      post('/api/imports', { name: file.name })(
        command,
        new Blob([file], { type: 'application/octet-stream' }),
      ),
    (card) => open(card.row.id),
  );
  const of = columnsOf<Row>();
  return (
    <TableSpace<Row>
      title={t('rules.tables')}
      name="imports"
      actions={
        <>
          <FilePick
            primary
            label={t('imports.pick')}
            accept={FILES}
            onPick={(file) => send.mutate(file)}
          />
          <Button component="a" href="/api/tables/template" variant="outlined">
            {t('imports.template')}
          </Button>
          <Button variant="outlined" onClick={() => open('opening-stock')}>
            {t('opening.title')}
          </Button>
          <Drop label={t('imports.export')} variant="outlined">
            {(left) => (
              <>
                <Button component="a" href="/api/tables/file?format=XLSX" onClick={left}>
                  {t('imports.exportXlsx')}
                </Button>
                <Button component="a" href="/api/tables/file?format=CSV" onClick={left}>
                  {t('imports.exportCsv')}
                </Button>
                <Button
                  onClick={() => {
                    left();
                    open('staying-behind');
                  }}
                >
                  {t('staying.title')}
                </Button>
              </>
            )}
          </Drop>
        </>
      }
      over={
        <>
          <Box sx={{ mb: 1.5, maxWidth: 760 }}>{t('imports.what')}</Box>
          <ProblemNote problem={send.error} />
        </>
      }
      fetch={(page) => get('/api/imports', page)}
      columns={[
        of.text('fileName', t('imports.file'), 220, { grow: 1, cell: nameOf }),
        of.shown('state', t('imports.state'), 150, (row) => stateOf(row)),
        of.shown(
          'faults',
          t('imports.faults'),
          90,
          (row) => (row.faults > 0 ? <Exception>{count(row.faults)}</Exception> : '–'),
          { align: 'right' },
        ),
        of.text('askedBy', t('imports.by'), 140),
        of.moment('asked', t('imports.asked'), 150),
      ]}
      none={t('imports.none')}
      panels={{
        'opening-stock': {
          title: t('opening.title'),
          width: 720,
          show: () => <OpeningStockForm onTried={open} />,
        },
        'staying-behind': {
          title: t('staying.title'),
          width: 640,
          show: () => <StayingBehind />,
        },
      }}
    >
      {id > 0 && <ImportPanel key={id} id={id} onClose={close} />}
    </TableSpace>
  );
}
