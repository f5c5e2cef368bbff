import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { SiteField, useSite } from '../../kit/SiteField';
import { GridRow } from '../../kit/GridRow';
import { Code } from '../../kit/Code';
import { ago, count as grouped, date, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Part } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { COUNTS } from './counts';
import { t, type Word } from '../../app/words';

type Plan = Schemas['CountProgramme'];

/** The cycle count programme of a site: what is due today, the days ahead, the classes. */
export function ProgrammePage() {
  const { value, change } = useAddress();
  const site = String(useSite(value('site'))?.id ?? '');
  const may = useMay('POST');
  const plan = useQuery({
    ...question('/api/count-programme', { site: Number(site) }),
    enabled: site !== '',
  });
  const workOut = useSave(COUNTS, post('/api/count-programme/classes', { site: Number(site) }));
  const items = plan.data?.due.map((one) => one.item).join(',') ?? '';
  return (
    <Room
      title={t('checking.programme')}
      tools={
        <>
          <SiteField value={site} onChange={(next) => change({ site: next })} />
          <Link to="/office/rules/counting">{t('programme.rules')}</Link>
          {may && (
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <Button loading={workOut.isPending} onClick={() => workOut.mutate()}>
                {t('programme.workOut')}
              </Button>
              {items && (
                <Button
                  variant="contained"
                  component={Link}
                  to={`/office/checking/counts?open=items&site=${site}&items=${encodeURIComponent(items)}`}
                >
                  {t('programme.drawUp', { count: plan.data?.due.length ?? 0 })}
                </Button>
              )}
            </Box>
          )}
        </>
      }
    >
      <ProblemNote problem={plan.error ?? workOut.error} />
      {plan.data && (
        <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', pb: 3 }}>
          <Box sx={{ flex: '1 1 480px', minWidth: 0 }}>
            <Due plan={plan.data} />
          </Box>
          <Box sx={{ flex: '0 1 420px', minWidth: 0 }}>
            <Calendar days={plan.data.calendar} />
            <Classes plan={plan.data} />
          </Box>
        </Box>
      )}
    </Room>
  );
}

function Due({ plan }: { plan: Plan }) {
  return (
    <Part title={t('programme.due', { count: plan.due.length })} rank="h2">
      <Box sx={{ color: 'text.secondary', mb: 0.5 }}>
        {t('programme.dueInAll', { count: plan.dueInAll })}
      </Box>
      {plan.due.map((one) => (
        <GridRow key={one.itemId} tracks="28px 1fr 170px 110px">
          <b>{one.of}</b>
          <span>
            <Link to={`/office/on-hand?open=item:${one.itemId}`}>{one.name}</Link>{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              <Code>{one.item}</Code>
            </Box>
            {one.sooner && (
              <Box sx={{ fontSize: 14 }}>{t('programme.sooner', { count: one.differences })}</Box>
            )}
          </span>
          <span>
            {one.last ? t('programme.last', { ago: ago(one.last) }) : t('programme.never')}
          </span>
          <Box component="span" sx={{ textAlign: 'right' }}>
            {t('programme.positions', { count: one.positions })}
          </Box>
        </GridRow>
      ))}
      {plan.due.length === 0 && <Box>{t('programme.nothingDue')}</Box>}
    </Part>
  );
}

/** Working days ahead, each with a bar of its load: A solid, B hatched, C outlined. */
function Calendar({ days }: { days: Schemas['CountDay'][] }) {
  const most = Math.max(1, ...days.map((day) => day.items));
  const fills = {
    a: 'currentColor',
    b: 'repeating-linear-gradient(135deg, currentColor 0 2px, transparent 2px 5px)',
    c: 'transparent',
  };
  return (
    <Part title={t('programme.calendar')} rank="h2">
      {days.slice(0, 20).map((day) => (
        <Box key={day.day} sx={{ display: 'flex', gap: 1, alignItems: 'center', height: 22 }}>
          <Box sx={{ width: 104 }}>{date(day.day)}</Box>
          <Box sx={{ width: 34, textAlign: 'right' }}>{day.items ? grouped(day.items) : '–'}</Box>
          <Box
            role="img"
            aria-label={t('programme.load', { a: day.a, b: day.b, c: day.c })}
            title={t('programme.load', { a: day.a, b: day.b, c: day.c })}
            sx={{ flex: 1, display: 'flex', height: 12 }}
          >
            {(['a', 'b', 'c'] as const).map(
              (of) =>
                day[of] > 0 && (
                  <Box
                    key={of}
                    sx={{
                      width: `${(100 * day[of]) / most}%`,
                      border: '1px solid currentColor',
                      background: fills[of],
                    }}
                  />
                ),
            )}
          </Box>
        </Box>
      ))}
    </Part>
  );
}

function Classes({ plan }: { plan: Plan }) {
  const cell = { py: 0.5, textAlign: 'right' } as const;
  return (
    <Part title={t('programme.classes')} rank="h2">
      <Box component="table" sx={{ width: '100%', borderCollapse: 'collapse' }}>
        <thead>
          <tr>
            {['class', 'items', 'used', 'interval', 'neverCounted', 'overdue'].map((word, i) => (
              <Box
                component="th"
                key={word}
                scope="col"
                sx={{ ...cell, textAlign: i ? 'right' : 'left', fontWeight: 400, fontSize: 13 }}
              >
                {t(`programme.${word}` as Word)}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.classes.map((one) => (
            <Box component="tr" key={one.of} sx={{ borderTop: 1, borderColor: 'divider' }}>
              <Box component="th" scope="row" sx={{ textAlign: 'left' }}>
                {one.of}
              </Box>
              {[
                grouped(one.items),
                money(one.used),
                t('programme.days', { count: one.days }),
                one.never || '–',
                one.overdue || '–',
              ].map((figure, i) => (
                <Box component="td" key={i} sx={cell}>
                  {figure}
                </Box>
              ))}
            </Box>
          ))}
        </tbody>
      </Box>
      <Box sx={{ color: 'text.secondary', mt: 0.5 }}>
        {plan.workedOut
          ? t('programme.workedOut', { ago: ago(plan.workedOut) })
          : t('programme.notWorkedOut')}
      </Box>
    </Part>
  );
}
