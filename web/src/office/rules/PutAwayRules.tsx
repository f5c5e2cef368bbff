import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { PutAwayForm } from './PutAwayForm';
import { RulesFrame } from './RulesFrame';
import { FormOf } from './Form';

type Rule = Schemas['PutAwayRuleCard'];

const SORTS = {
  GOODS: (a: Rule, b: Rule) => goods(a).localeCompare(goods(b)) || a.priority - b.priority,
  PLACE: (a: Rule, b: Rule) => place(a).localeCompare(place(b)),
  FULL: (a: Rule, b: Rule) => (a.percent ?? -1) - (b.percent ?? -1),
  PRIORITY: (a: Rule, b: Rule) => a.priority - b.priority,
};

function goods(rule: Rule): string {
  return rule.item ?? `~${rule.category}`;
}

function place(rule: Rule): string {
  return rule.place ?? `~${rule.area}`;
}

/** Where goods go, as rules, and how full the places are that they name. */
export function PutAwayRules() {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const sites = useSites();
  const { value, change } = useAddress();
  const binned = sites.data?.filter((one) => one.binned) ?? [];
  const site = binned.find((one) => String(one.id) === value('site')) ?? binned[0];
  const sort = (value('sort') || 'GOODS') as keyof typeof SORTS;
  const descending = value('desc') === '1';
  const rules = useQuery({
    queryKey: ['put-away-rules', site?.id],
    queryFn: () =>
      read(api.GET('/api/put-away/rules', { params: { query: { site: site?.id ?? 0 } } })),
    enabled: !!site,
  });
  const sorted = [...(rules.data ?? [])].sort((a, b) => SORTS[sort](a, b) * (descending ? -1 : 1));
  const opened = value('open');
  const one = rules.data?.find((rule) => String(rule.id) === opened);
  const close = () => change({ open: null });
  return (
    <RulesFrame>
      <Room
        title={t('rules.put-away')}
        tools={
          <>
            <Choice
              label={t('site')}
              value={String(site?.id ?? '')}
              onChange={(next) => change({ site: next, open: null })}
              options={binned.map((each) => [String(each.id), each.name] as const)}
            />
            {may && (
              <Button
                variant="contained"
                sx={{ ml: 'auto' }}
                onClick={() => change({ open: 'new' })}
              >
                {t('putAway.add')}
              </Button>
            )}
          </>
        }
      >
        <Box sx={{ color: 'text.secondary', mb: 1 }}>{t('putAway.help')}</Box>
        <ProblemNote problem={rules.error} />
        <Sheet<Rule>
          name="put-away"
          question={[site?.id, sort, descending, rules.dataUpdatedAt]}
          fetch={(offset, limit) =>
            Promise.resolve({
              total: sorted.length,
              offset,
              rows: sorted.slice(offset, offset + limit),
            })
          }
          columns={columns(t)}
          rowKey={(row) => String(row.id)}
          sorting={{ by: sort, descending }}
          onSort={(next) => change({ sort: next.by, desc: next.descending ? '1' : null })}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('putAway.none')}
        />
      </Room>
      {site && (opened === 'new' || one) && (
        <SidePanel
          key={opened}
          title={one ? t('putAway.rule') : t('putAway.add')}
          onClose={close}
          width={500}
        >
          <FormOf of={one}>
            {(rule) => <PutAwayForm site={site} rule={rule} onDone={rule ? undefined : close} />}
          </FormOf>
        </SidePanel>
      )}
    </RulesFrame>
  );
}

function columns(t: (key: string) => string): Column<Rule>[] {
  return [
    {
      key: 'goods',
      title: t('putAway.goods'),
      width: 'minmax(200px, 1.6fr)',
      sort: 'GOODS',
      cell: (row) =>
        row.item ? (
          <>
            <Code>{row.item}</Code> {row.name}
          </>
        ) : (
          `${t('item.category')}: ${row.category}`
        ),
    },
    {
      key: 'priority',
      title: t('putAway.priority'),
      width: '80px',
      align: 'right',
      sort: 'PRIORITY',
      cell: (row) => row.priority,
    },
    {
      key: 'place',
      title: t('putAway.to'),
      width: 'minmax(120px, 1fr)',
      sort: 'PLACE',
      cell: (row) => (row.place ? <Code strong>{row.place}</Code> : row.area),
    },
    {
      key: 'capacity',
      title: t('putAway.capacity'),
      width: '130px',
      align: 'right',
      cell: (row) =>
        row.capacityPacks === null ? (
          '–'
        ) : row.capacityPack ? (
          `${quantity(row.capacityPacks)} ${row.capacityPack}`
        ) : (
          <Amount value={row.capacity} unit={row.symbol} />
        ),
    },
    {
      key: 'used',
      title: t('putAway.used'),
      width: '100px',
      align: 'right',
      cell: (row) => <Amount value={row.used} unit={row.symbol} />,
    },
    {
      key: 'free',
      title: t('putAway.free'),
      width: '100px',
      align: 'right',
      cell: (row) => (row.free === null ? '' : <Amount value={row.free} unit={row.symbol} />),
    },
    {
      key: 'full',
      title: t('putAway.full'),
      width: '140px',
      sort: 'FULL',
      cell: (row) =>
        row.percent !== null && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 44px', gap: 1 }}>
            <Box sx={{ border: '1px solid', height: 10, alignSelf: 'center' }}>
              <Box
                sx={{
                  width: `${Math.min(100, row.percent)}%`,
                  height: '100%',
                  bgcolor: row.percent > 100 ? 'error.main' : 'text.primary',
                }}
              />
            </Box>
            <Box sx={{ textAlign: 'right' }}>{row.percent} %</Box>
          </Box>
        ),
    },
    {
      key: 'active',
      title: t('item.state'),
      width: '70px',
      cell: (row) => (row.active ? '' : t('putAway.off')),
    },
  ];
}
