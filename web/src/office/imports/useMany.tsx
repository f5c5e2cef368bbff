import Button from '@mui/material/Button';
import { useMay, useMe } from '../../app/session';
import { t } from '../../app/words';
import { count } from '../../kit/format';
import { SidePanel } from '../../kit/SidePanel';
import { useOpened } from '../../kit/TableSpace';
import { TickBar } from '../../kit/TickBar';
import { MOST_TICKED, useTicks } from '../../kit/useTicks';
import { ImportPanel } from './ImportPanel';
import { ManyForm } from './ManyForm';

/**
 * Ticks on the rows of a table of the house, and one thing changed for all that are ticked: tried
 * first, written as one step, and taken back as one.
 */
export function useMany<T>(
  table: string,
  columns: readonly string[],
  key: (row: T) => readonly string[],
) {
  const ticks = useTicks<T>();
  const { everywhere } = useMe();
  const may = useMay('RULES') && everywhere;
  const { opened, open, close } = useOpened();
  const id = Number(/^many:([0-9]+)$/.exec(opened)?.[1] ?? 0);
  const size = ticks.ticked.size;
  if (!may) {
    return { ticks: undefined, bar: null, panel: null };
  }
  return {
    ticks,
    bar: (
      <TickBar ticks={ticks} most={MOST_TICKED}>
        {(can) => (
          <Button variant="contained" disabled={!can} onClick={() => open('many')}>
            {t('many.change')}
          </Button>
        )}
      </TickBar>
    ),
    panel:
      opened === 'many' && size > 0 ? (
        <SidePanel
          title={t('many.title', { count: size, rows: count(size) })}
          onClose={close}
          width={480}
        >
          <ManyForm
            table={table}
            columns={columns}
            rows={[...ticks.ticked.values()].map((row) => [...key(row)])}
            onTried={(tried) => open(`many:${tried}`)}
          />
        </SidePanel>
      ) : id > 0 ? (
        <ImportPanel key={id} id={id} onClose={close} />
      ) : null,
  };
}
