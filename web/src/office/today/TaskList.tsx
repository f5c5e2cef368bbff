import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { t, type Word } from '../../app/words';
import { fonts } from '../../app/theme';
import { count as grouped, date, money } from '../../kit/format';
import { addressOfSubject, addressOfTask, TURNS, type OpenTask, type Turn } from './tasks';

const DAY = 86_400_000;

/** What needs someone, by whose turn it is; in each the most urgent first. */
export function TaskList({
  tasks,
  site,
  turns = TURNS,
}: {
  tasks: readonly OpenTask[];
  site?: number;
  /** Whose work is shown, in this order. */
  turns?: readonly Turn[];
}) {
  return turns
    .map((turn) => [turn, tasks.filter((task) => task.turn === turn)] as const)
    .filter(([, work]) => work.length > 0)
    .map(([turn, work]) => (
      <Box component="section" key={turn} aria-labelledby={`turn-${turn}`} sx={{ mb: 2 }}>
        <Box
          component="h2"
          id={`turn-${turn}`}
          sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 19, m: 0 }}
        >
          {t(`today.turn.${turn}`)}
        </Box>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {work.map((task) => (
            <Task key={task.kind} task={task} site={site} />
          ))}
        </Box>
      </Box>
    ));
}

function Task({ task, site }: { task: OpenTask; site?: number }) {
  const { kind, count, oldest, value, first } = task;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '64px minmax(0, 1fr) 210px 110px',
        columnGap: 2,
        alignItems: 'baseline',
        py: 0.5,
        borderTop: 1,
        borderColor: 'divider',
        maxWidth: 1240,
      }}
    >
      <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 25, textAlign: 'right' }}>
        {grouped(count)}
      </Box>
      <Box>
        <Box sx={{ fontSize: 17 }}>
          <Link to={`/office/${addressOfTask(task, site)}`}>
            {t(`today.task.${kind}` as Word, { count })}
          </Link>
        </Box>
        <Box sx={{ color: 'text.secondary', display: 'flex', flexWrap: 'wrap', columnGap: 2.5 }}>
          {first.map((subject) => (
            <span key={subject.id}>
              <Name kind={kind} subject={subject} />
              {subject.about && ` ${subject.about}`}
            </span>
          ))}
        </Box>
      </Box>
      <Box sx={{ whiteSpace: 'nowrap' }}>{oldest && age(oldest)}</Box>
      <Box sx={{ textAlign: 'right' }}>{value === null || value === 0 ? '' : money(value)}</Box>
    </Box>
  );
}

/** Since when something waits, or when it is due. */
function age(oldest: string): string {
  const days = Math.round((Date.now() - new Date(`${oldest}T12:00:00`).getTime()) / DAY);
  return days < 0
    ? t('today.due', { day: date(oldest) })
    : days === 0
      ? t('today.sinceToday')
      : t('today.since', { day: date(oldest), count: days });
}

function Name({ kind, subject }: { kind: OpenTask['kind']; subject: OpenTask['first'][number] }) {
  const to = addressOfSubject(kind, subject);
  return to ? <Link to={`/office/${to}`}>{subject.name}</Link> : <>{subject.name}</>;
}
