import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent } from 'react';
import { Link } from 'react-router';
import { get, post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { PanelToCome, SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { useSave } from '../../kit/useSave';
import { noticeAddress, noticeText } from './noticeText';
import { KINDS } from './kinds';

type Notice = Schemas['Notice'];

const FILTERS = everyOf<'UNREAD' | 'ALL'>()(['UNREAD', 'ALL']);
const OLD = ['notices'];

/** What one was told: unread first; each leads to where one sees to it. */
export function NoticeSpace() {
  const { id, close } = useOpened();
  const filter = useFilter(FILTERS);
  const list = useList<'listNotices'>();
  const newest = useQuery(question('/api/notices', { filter: 'UNREAD' as const, limit: 1 }));
  const top = newest.data?.rows[0];
  const markAll = useSave(OLD, (command, upTo: number) =>
    post('/api/notices/reading')(command, { upTo }),
  );
  const of = columnsOf<Notice>();
  return (
    <TableSpace
      title={t('notices.title')}
      name="notices"
      list={list}
      search={t('notices.search')}
      choices={<FilterChoice of={FILTERS} word={(one) => t(`notices.filter.${one}`)} />}
      actions={
        <Button
          variant="outlined"
          disabled={!top}
          loading={markAll.isPending}
          onClick={() => top && markAll.mutate(top.id)}
        >
          {t('notices.markAll')}
        </Button>
      }
      over={<ProblemNote problem={markAll.error} />}
      question={{ filter, ...list.question }}
      fetch={(query) => get('/api/notices', query)}
      columns={[
        of.shown('what', t('notices.what'), 320, (row) => <Said notice={row} />, { grow: 1 }),
        of.choice('kind', t('notices.kind'), 170, (one) => t(`notices.kinds.${one}`), {
          by: 'KIND',
          of: KINDS,
        }),
        of.text('site', t('site'), 160, {
          sort: 'SITE',
          cell: (row) => row.site ?? t('notices.wholeHouse'),
        }),
        of.ago('raised', t('notices.raised'), 130, { by: 'RAISED' }),
        of.count('times', t('notices.times'), 80, { by: 'TIMES' }),
      ]}
      none={t('notices.none')}
      noMatch={t('notices.noMatch')}
    >
      {id > 0 && <NoticePanel key={id} id={id} onClose={close} />}
    </TableSpace>
  );
}

function Said({ notice }: { notice: Notice }) {
  return (
    <Box
      component="span"
      sx={{
        fontWeight: notice.read ? undefined : 700,
        color: notice.failure ? 'error.main' : undefined,
      }}
    >
      {noticeText(notice)}
    </Box>
  );
}

/** One notice; who opens it has read it. */
function NoticePanel({ id, onClose }: { id: number; onClose: () => void }) {
  const notice = useQuery(question('/api/notices/{id}', { id }));
  const mark = useSave(OLD, (command, read: boolean) =>
    put('/api/notices/{id}', { id })(command, { read }),
  );
  const one = notice.data;
  const opened = useEffectEvent(() => {
    if (one?.read === false) {
      mark.mutate(true);
    }
  });
  const there = one !== undefined;
  useEffect(() => {
    if (there) {
      opened();
    }
  }, [there]);
  if (!one) {
    return <PanelToCome problem={notice.error} onClose={onClose} width={480} />;
  }
  return (
    <SidePanel title={t(`notices.kinds.${one.kind}`)} over={one.site} onClose={onClose} width={480}>
      <Box sx={{ fontSize: 18, my: 1 }}>{noticeText(one)}</Box>
      {one.details.failure && <Box sx={{ color: 'error.main', mb: 1 }}>{one.details.failure}</Box>}
      <Box sx={{ color: 'text.secondary', mb: 2 }}>
        {instant(one.raised)}
        {one.times > 1 && ` · ${t('notices.timesThatDay', { count: one.times })}`}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" component={Link} to={noticeAddress(one)}>
          {t('notices.go')}
        </Button>
        {one.read && (
          <Button
            variant="outlined"
            loading={mark.isPending}
            onClick={() => mark.mutate(false, { onSuccess: onClose })}
          >
            {t('notices.markUnread')}
          </Button>
        )}
      </Box>
      <ProblemNote problem={mark.error} />
    </SidePanel>
  );
}
