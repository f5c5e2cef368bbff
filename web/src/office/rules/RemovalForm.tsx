import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { t } from '../../app/words';
import { post, put } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { fieldRow } from '../../kit/fieldRow';
import { Choice, optionsOf } from '../../kit/Choice';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { RemovalComparison } from './RemovalComparison';
import { RemovalTrial } from './RemovalTrial';
import { useForm } from '../../kit/useForm';
import { readable, wholeOrNothing } from '../../kit/numbers';
import { GoodsOfRule, RemoveRule, useForGoods, type ForGoods } from './ruleParts';
import { NumberField } from '../../kit/NumberField';

type Rule = Schemas['RemovalRuleCard'];
type Entry = Schemas['RemovalRuleEntry'];
type Key = Entry['keys'][number];

const KEYS: Key[] = [
  'EARLIEST_EXPIRY',
  'OLDEST',
  'NEWEST',
  'SHORTEST_WALK',
  'SMALLEST',
  'LARGEST',
  'FULL_PACKS',
];
const SUBSTITUTES = ['ANY_THAT_FITS', 'SAME_LOT', 'NONE'] as const;

/** A rule as a sentence, with the words that were chosen set off from the rest. */
export function RuleWords({
  rule,
}: {
  rule: Pick<
    Rule,
    | 'name'
    | 'category'
    | 'area'
    | 'site'
    | 'keys'
    | 'minimumLife'
    | 'oneLot'
    | 'fullPacks'
    | 'substitutes'
  >;
}) {
  const strong = (words: string) => <b>{words}</b>;
  return (
    <>
      {t('removal.for')}{' '}
      {strong(
        rule.name ??
          (rule.category
            ? t('removal.category', { name: rule.category })
            : t('removal.everything')),
      )}{' '}
      {rule.area ? (
        <>
          {t('removal.in')} {strong(`${rule.area}, ${rule.site ?? ''}`)}{' '}
        </>
      ) : (
        rule.site && (
          <>
            {t('removal.at')} {strong(rule.site)}{' '}
          </>
        )
      )}
      {t('removal.take')}{' '}
      {rule.keys.map((key, i) => (
        <span key={key}>
          {i > 0 && `${t('removal.then')} `}
          {strong(t(`removal.key.${key}`))}
          {i < rule.keys.length - 1 ? ', ' : ''}
        </span>
      ))}
      {[
        rule.minimumLife > 0 && t('removal.goodFor', { count: rule.minimumLife }),
        rule.oneLot && t('removal.oneLotWords'),
        rule.fullPacks && t('removal.fullPacksWords'),
        rule.substitutes !== 'ANY_THAT_FITS' && t(`removal.insteadWords.${rule.substitutes}`),
      ]
        .filter(Boolean)
        .map((words) => `; ${words}`)}
      .
    </>
  );
}

/** A rule as it is written: a sentence with blanks, its rank among the others, and a trial. */
export function RemovalForm({ rule, onDone }: { rule?: Rule; onDone: () => void }) {
  const may = useMay('RULES');
  const sites = useSites().data ?? [];
  const save = useSave(
    ['removal'],
    rule ? put('/api/removal/rules/{id}', { id: rule.id }) : post('/api/removal/rules'),
    rule ? undefined : onDone,
  );
  const form = useForm(
    {
      by: (rule?.itemId ? 'item' : rule?.category || !rule ? 'category' : 'all') as ForGoods['by'],
      item: rule?.item ?? '',
      category: rule?.category ?? '',
      where: rule?.areaId ? `a${rule.areaId}` : rule?.siteId ? `s${rule.siteId}` : '',
      keys: rule?.keys ?? (['EARLIEST_EXPIRY', 'SHORTEST_WALK'] as Key[]),
      minimumLife: String(rule?.minimumLife ?? 0),
      oneLot: rule?.oneLot ?? false,
      fullPacks: rule?.fullPacks ?? false,
      substitutes: rule?.substitutes ?? ('ANY_THAT_FITS' as Entry['substitutes']),
    },
    save.error,
  );
  const now = form.entry;
  const about = useForGoods(now);
  const where = now.where ? Number(now.where.slice(1)) : undefined;
  const said = (): Entry => ({
    version: rule?.version,
    ...about.goods,
    area: now.where.startsWith('a') ? where : undefined,
    site: now.where.startsWith('s') ? where : undefined,
    keys: now.keys,
    minimumLife: wholeOrNothing(now.minimumLife) ?? 0,
    oneLot: now.oneLot,
    fullPacks: now.fullPacks,
    substitutes: now.substitutes,
  });
  const entry = readable(said);
  const key = (i: number, next: string) =>
    form.set({
      keys: next
        ? [...now.keys.slice(0, i), next as Key, ...now.keys.slice(i + 1)]
        : now.keys.filter((_, k) => k !== i),
    });
  return (
    <>
      <Form save={save} onSubmit={() => save.mutate(said())}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '150px 1fr', gap: 1.5 }}>
          <GoodsOfRule form={form} of={about} all />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Choice
              label={t('removal.where')}
              fullWidth
              {...form.choice('where')}
              options={[
                ['', t('removal.everywhere')],
                ...sites.flatMap((site) => [
                  [`s${site.id}`, t('removal.atSite', { site: site.name })] as const,
                  ...site.areas
                    .filter((area) => area.purpose === 'STORE' || area.purpose === 'PICK')
                    .map(
                      (area) =>
                        [
                          `a${area.id}`,
                          t('removal.inArea', { area: area.name, site: site.name }),
                        ] as const,
                    ),
                ]),
              ]}
            />
          </Box>
        </Box>
        <Box sx={{ display: 'grid', gap: 1 }}>
          {[...now.keys, ''].slice(0, KEYS.length).map((one, i) => (
            <Choice
              key={i}
              label={i === 0 ? t('removal.take') : t('removal.then')}
              value={one}
              onChange={(next) => key(i, next)}
              options={[
                ...(i > 0 || one === '' ? [['', t('removal.nothingMore')] as const] : []),
                ...KEYS.filter((each) => each === one || !now.keys.includes(each)).map(
                  (each) => [each, t(`removal.key.${each}`)] as const,
                ),
              ]}
            />
          ))}
        </Box>
        <Box sx={fieldRow(2)}>
          <NumberField label={t('outbound.minimumLife')} {...form.text('minimumLife')} />
          <Choice
            label={t('removal.instead')}
            {...form.choice('substitutes')}
            options={optionsOf(SUBSTITUTES, (one) => t(`removal.substitutes.${one}`))}
          />
          <Tick label={t('removal.oneLot')} {...form.tick('oneLot')} />
          <Tick label={t('removal.fullPacks')} {...form.tick('fullPacks')} />
        </Box>
      </Form>
      {rule && (
        <RemoveRule
          path="/api/removal/rules/{id}"
          id={rule.id}
          old={['removal']}
          word={t('removal.remove')}
          onDone={onDone}
        />
      )}
      {may && entry ? (
        <Standing entry={entry} replaces={rule?.id} />
      ) : (
        rule && <Rank overrides={rule.overrides} overriddenBy={rule.overriddenBy} />
      )}
      <Part title={t('removal.try')}>
        <RemovalTrial entry={may ? entry : undefined} replaces={rule?.id} />
      </Part>
      {entry && (
        <Part title={t('removal.onPast')}>
          <RemovalComparison entry={entry} replaces={rule?.id} />
        </Part>
      )}
    </>
  );
}

/** Which rules it would override, and which override it, as it stands in the form. */
function Standing({ entry, replaces }: { entry: Entry; replaces?: number }) {
  const draft = useDeferredValue(JSON.stringify(entry));
  const standing = useQuery({
    queryKey: ['removal', 'standing', replaces, draft],
    queryFn: () =>
      post('/api/removal/standing')(commandId(), { replaces, rule: JSON.parse(draft) as Entry }),
    retry: false,
    placeholderData: (before) => before,
  });
  return standing.data ? (
    <Rank overrides={standing.data.overrides} overriddenBy={standing.data.overriddenBy} />
  ) : null;
}

function Rank({
  overrides,
  overriddenBy,
}: {
  overrides: Rule['overrides'];
  overriddenBy: Rule['overriddenBy'];
}) {
  const list = (title: string, rules: Rule['overrides']) =>
    rules.length > 0 && (
      <Part title={title}>
        {rules.map((one) => (
          <Box key={one.id} sx={{ py: 0.25 }}>
            {one.sentence}
          </Box>
        ))}
      </Part>
    );
  return (
    <>
      {list(t('removal.overriddenBy'), overriddenBy)}
      {list(t('removal.overrides'), overrides)}
    </>
  );
}
