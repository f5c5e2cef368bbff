import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { get, post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { PanelToCome, SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { useSave } from '../../kit/useSave';

type Change = Schemas['ChangeLogRow'];

const KINDS = everyOf<Change['kind']>()(['NEW', 'CHANGED', 'REMOVED']);
const MOST_SHOWN = 3;

/** What a change did, in one line. */
function inShort(change: Change): string {
  if (change.kind !== 'CHANGED') {
    return t(`changeLog.kinds.${change.kind}`);
  }
  const shown = change.cells
    .slice(0, MOST_SHOWN)
    .map(
      (cell) =>
        `${cell.column}: ${cell.before || t('changeLog.nothing')} → ${cell.after || t('changeLog.nothing')}`,
    );
  const more = change.cells.length - shown.length;
  return [...shown, ...(more > 0 ? [t('changeLog.more', { count: more })] : [])].join('; ');
}

/** Who changed what of rules, items, places and people. */
export function ChangeLogSpace() {
  const { id, close } = useOpened();
  const list = useList<'listChanges'>();
  const of = columnsOf<Change>();
  return (
    <TableSpace<Change>
      title={t('rules.changeLog')}
      name="change-log"
      list={list}
      search={t('changeLog.search')}
      question={list.question}
      fetch={(query) => get('/api/change-log', query)}
      columns={[
        of.moment('changed', t('changeLog.when'), 165, { by: 'CHANGED' }),
        of.text('person', t('changeLog.who'), 130, { sort: 'PERSON' }),
        of.text('table', t('changeLog.table'), 120, { by: 'TABLE' }),
        of.text('key', t('changeLog.row'), 150, { by: 'ROW' }),
        of.shown('cells', t('changeLog.what'), 260, (row) => inShort(row), { grow: 1 }),
        of.choice('kind', t('changeLog.kind'), 90, (kind) => t(`changeLog.kinds.${kind}`), {
          by: 'KIND',
          of: KINDS,
          spare: true,
        }),
        of.shown('takenBack', t('changeLog.state'), 110, (row) =>
          row.takenBack ? t('changeLog.takenBack') : '',
        ),
      ]}
      none={t('changeLog.none')}
      noMatch={t('changeLog.noMatch')}
    >
      {id > 0 && <ChangePanel key={id} id={id} onClose={close} />}
    </TableSpace>
  );
}

function ChangePanel({ id, onClose }: { id: number; onClose: () => void }) {
  const change = useQuery(question('/api/change-log/{id}', { id }));
  const queries = useQueryClient();
  // Any table of the house may be otherwise now.
  const takeBack = useSave([], post('/api/change-log/{id}/undoing', { id }), () =>
    queries.invalidateQueries({ predicate: (one) => one.queryKey[0] !== 'session' }),
  );
  const one = change.data;
  if (!one) {
    return <PanelToCome problem={change.error} onClose={onClose} width={480} />;
  }
  return (
    <SidePanel
      title={one.key || t('changeLog.forAll')}
      over={`${one.table} · ${t(`changeLog.kinds.${one.kind}`)}`}
      onClose={onClose}
      width={480}
    >
      <Box sx={{ color: 'text.secondary', mb: 1 }}>
        {t('changeLog.by', { person: one.person, when: instant(one.changed) })}
        {one.importId && (
          <>
            {' · '}
            <MuiLink component={Link} to={`/office/rules/tables?open=${one.importId}`}>
              {t('changeLog.byImport')}
            </MuiLink>
          </>
        )}
      </Box>
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>{t('changeLog.column')}</TableCell>
            {one.kind !== 'NEW' && <TableCell>{t('changeLog.before')}</TableCell>}
            {one.kind !== 'REMOVED' && <TableCell>{t('changeLog.after')}</TableCell>}
          </TableRow>
        </TableHead>
        <TableBody>
          {one.cells.map((cell) => (
            <TableRow key={cell.column}>
              <TableCell component="th" scope="row">
                {cell.column}
              </TableCell>
              {one.kind !== 'NEW' && <TableCell>{cell.before}</TableCell>}
              {one.kind !== 'REMOVED' && (
                <TableCell sx={{ fontWeight: one.kind === 'CHANGED' ? 700 : undefined }}>
                  {cell.after}
                </TableCell>
              )}
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {one.takenBack ? (
        <Box sx={{ mt: 2 }}>{t('changeLog.isTakenBack')}</Box>
      ) : (
        <Button
          variant="contained"
          sx={{ mt: 2 }}
          loading={takeBack.isPending}
          onClick={() => takeBack.mutate()}
        >
          {t(`changeLog.takeBack.${one.kind}`)}
        </Button>
      )}
      <ProblemNote problem={takeBack.error} />
    </SidePanel>
  );
}
