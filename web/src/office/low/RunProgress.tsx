import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import { t } from '../../app/words';
import { count } from '../../kit/format';
import { Progress } from '../../kit/Progress';

/** How far the runs have come that are going on now. */
export function RunProgress() {
  const runs = useQuery(question('/api/replenishment/runs'));
  return runs.data
    ?.filter((run) => !run.finished)
    .map((run) => {
      const words = t('low.running', { looked: count(run.looked), items: count(run.items) });
      return (
        <Box key={run.id} role="status" sx={{ mb: 1, maxWidth: 480 }}>
          {run.site}: {words}
          <Progress label={words} done={run.looked} all={run.items} />
        </Box>
      );
    });
}
