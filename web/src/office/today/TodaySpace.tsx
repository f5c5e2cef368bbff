import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import { useMe, useSites } from '../../app/session';
import { t } from '../../app/words';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { SiteChoice } from '../../kit/SiteChoice';
import { useAddress } from '../../kit/useAddress';
import { FigureTable } from './FigureTable';
import { FLOOR_FIGURES } from './figures';
import { TaskList } from './TaskList';

/** In the address: all sites, where one has a site of one's own. */
const ALL = 'all';

/** The day at a glance: its figures above, below them what needs someone. */
export function TodaySpace() {
  const { permissions } = useMe();
  const { value, change } = useAddress();
  const sites = useSites().data ?? [];
  const own = useQuery(question('/api/own-choices')).data?.site;
  // The site of one's own, until another or all are chosen.
  const shown = value('site') || (own ? String(own) : ALL);
  const site = Number(shown) || undefined;
  const tasks = useQuery(question('/api/today/tasks', { site }));
  // Who works in the stockroom is told of that; who only looks sees all of it.
  const floor = permissions.includes('MOVE') && !permissions.includes('POST');
  return (
    <Room
      title={t('space.today')}
      tools={
        sites.length > 1 && (
          <SiteChoice
            value={site ? shown : ''}
            onChange={(next) => change({ site: next || ALL })}
          />
        )
      }
    >
      <Box sx={{ overflow: 'auto', pb: 3 }}>
        <FigureTable site={site} only={floor ? FLOOR_FIGURES : undefined} />
        <Box sx={{ height: 8 }} />
        <ProblemNote problem={tasks.error} />
        {tasks.isPending && <Box>{t('loading')}</Box>}
        {tasks.data && (
          <TaskList tasks={tasks.data} site={site} turns={floor ? ['FLOOR'] : undefined} />
        )}
        {tasks.data?.length === 0 && <Box sx={{ fontSize: 20 }}>{t('today.nothing')}</Box>}
      </Box>
    </Room>
  );
}
