import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { api, read, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { BinField } from '../../kit/BinField';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { count, money } from '../../kit/format';
import { DocumentNumber } from '../../kit/DocumentNumber';
import { ItemField } from '../../kit/ItemField';
import { ManyField } from '../../kit/ManyField';
import { PartyField } from '../../kit/PartyField';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { COUNTS } from './counts';
import { amountOrNothing, readable, wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';

type Entry = Schemas['CountEntry'];

const METHODS = everyOf<Schemas['CountEntry']['method']>()(['SWEEP', 'SPOT', 'STOCK_TAKE']);
const SHAPES = everyOf<Schemas['CountEntry']['shape']>()(['BIN', 'ITEM', 'LOAD', 'FREE']);
const CLASSES = ['A', 'B', 'C'] as const;

/** What a form may begin with: from a suspicion, from what is due, from a position. */
export interface CountStart {
  site?: string;
  suspected?: boolean;
  /** Codes of items, with commas. */
  items?: string;
  /** Numbers of bins, with commas. */
  places?: string;
}

/** Draws a count up: what, how, by whom; and says before what it comes to. */
export function CountForm({
  start = {},
  onDone,
}: {
  start?: CountStart;
  onDone: (card: Schemas['CountCard']) => void;
}) {
  const sites = useSites().data ?? [];
  const people = useQuery(question('/api/people/names'));
  const categories = useQuery(question('/api/categories'));
  const save = useSave(COUNTS, post('/api/counts'), onDone);
  const form = useForm(
    {
      site: start.site ?? '',
      method: 'SWEEP' as (typeof METHODS)[number],
      shape: 'BIN' as (typeof SHAPES)[number],
      blind: true,
      typedTwice: false,
      area: '',
      binsFrom: '',
      binsTo: '',
      items: (start.items ?? '').split(',').filter(Boolean),
      category: '',
      classes: [] as string[],
      notCountedDays: '',
      minValue: '',
      hadDifferences: false,
      suspected: start.suspected ?? false,
      people: [] as number[],
      note: '',
      number: '',
    },
    save.error,
  );
  const one = form.entry;
  const site = one.site || String(sites[0]?.id ?? '');
  const areas = sites.find((each) => String(each.id) === site)?.areas ?? [];
  const places = (start.places ?? '').split(',').filter(Boolean).map(Number);
  const entry = (): Entry => ({
    number: one.number.trim() || undefined,
    scope: {
      site: Number(site),
      areas: one.area ? [Number(one.area)] : null,
      binsFrom: one.binsFrom.trim() || null,
      binsTo: one.binsTo.trim() || null,
      places: places.length > 0 ? places : null,
      items: one.items.length > 0 ? one.items : null,
      categories: one.category.trim() ? [one.category.trim()] : null,
      classes: one.classes.length > 0 ? (one.classes as ('A' | 'B' | 'C')[]) : null,
      notCountedDays: wholeOrNothing(one.notCountedDays) ?? null,
      minValue: amountOrNothing(one.minValue) ?? null,
      hadDifferences: one.hadDifferences || null,
      suspected: one.suspected || null,
    },
    method: one.method,
    shape: one.shape,
    blind: one.blind,
    typedTwice: one.typedTwice,
    people: one.people.length > 0 ? one.people : undefined,
    note: one.note,
  });
  const asked = useDeferredValue(readable(entry));
  const preview = useQuery({
    queryKey: ['counts', 'preview', asked],
    queryFn: () => read(api.POST('/api/counts/preview', { body: asked! })),
    enabled: asked !== undefined && asked.scope.site > 0 && asked.shape !== 'FREE',
    placeholderData: (before) => before,
    retry: false,
  });
  const toggle = <T,>(all: T[], each: T) =>
    all.includes(each) ? all.filter((other) => other !== each) : [...all, each];
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 } as const;
  return (
    <Form save={save} may="POST" word={t('count.drawUp')} onSubmit={() => save.mutate(entry())}>
      <Box sx={two}>
        <Choice
          label={t('site')}
          value={site}
          onChange={(value) => form.set({ site: value, area: '' })}
          options={optionsById(sites)}
        />
        <Choice
          label={t('count.shapeTitle')}
          {...form.choice('shape')}
          options={optionsOf(SHAPES, (shape) => t(`count.shape.${shape}`))}
        />
      </Box>
      <Box role="radiogroup" aria-label={t('count.methodTitle')} sx={{ display: 'grid', gap: 0.5 }}>
        {METHODS.map((method) => (
          <Box component="label" key={method} sx={{ display: 'flex', gap: 1 }}>
            <input
              type="radio"
              name="method"
              checked={one.method === method}
              onChange={() => form.set({ method })}
            />
            <span>
              <b>{t(`counting.method.${method}`)}</b>: {t(`count.methodMeans.${method}`)}
            </span>
          </Box>
        ))}
      </Box>
      <Tick label={t('count.blind')} {...form.tick('blind')} />
      <Tick label={t('count.typedTwice')} {...form.tick('typedTwice')} />
      {one.shape !== 'FREE' && (
        <Part title={t('count.scope')}>
          {places.length > 0 && (
            <Box sx={{ mb: 1 }}>{t('count.theseBins', { count: places.length })}</Box>
          )}
          <Box sx={two}>
            <Choice
              label={t('area')}
              {...form.choice('area')}
              options={optionsById(areas, t('count.everyArea'))}
            />
            <PartyField
              label={t('count.category')}
              parties={categories.data?.map((name) => ({ name }))}
              {...form.chosen('category')}
            />
            <BinField
              label={t('count.binsFrom')}
              site={Number(site) || undefined}
              {...form.chosen('binsFrom')}
            />
            <BinField
              label={t('count.binsTo')}
              site={Number(site) || undefined}
              {...form.chosen('binsTo')}
            />
            <Box sx={{ gridColumn: '1 / -1' }}>
              <ManyField
                value={one.items}
                onChange={(items) => form.set({ items })}
                field={(next) => (
                  <ItemField label={t('count.items')} site={Number(site) || undefined} {...next} />
                )}
              />
            </Box>
            <NumberField
              label={t('count.notCountedDays')}

              {...form.text('notCountedDays')}
            />
            <NumberField label={t('count.minValue')} {...form.text('minValue')} />
          </Box>
          <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', mt: 1.5 }}>
            <span>{t('count.classTitle')}</span>
            {CLASSES.map((each) => (
              <Tick
                key={each}
                label={each}
                checked={one.classes.includes(each)}
                onChange={() => form.set({ classes: toggle(one.classes, each) })}
              />
            ))}
            <Tick label={t('count.hadDifferences')} {...form.tick('hadDifferences')} />
            <Tick label={t('count.onlySuspected')} {...form.tick('suspected')} />
          </Box>
        </Part>
      )}
      <Part title={t('count.people')}>
        <Box sx={{ color: 'text.secondary', mb: 0.5 }}>{t('count.peopleHelp')}</Box>
        <Box sx={{ display: 'flex', columnGap: 2, flexWrap: 'wrap' }}>
          {people.data?.map((each) => (
            <Tick
              key={each.id}
              label={each.name}
              checked={one.people.includes(each.id)}
              onChange={() => form.set({ people: toggle(one.people, each.id) })}
            />
          ))}
        </Box>
      </Part>
      <Box sx={two}>
        <TextField label={t('transfer.note')} {...form.text('note')} />
        <DocumentNumber label={t('count.number')} {...form.text('number')} />
      </Box>
      {one.shape !== 'FREE' && (
        // What the count would be stays in sight while one chooses.
        <Box
          role="status"
          sx={{
            borderLeft: '4px solid',
            pl: 1.5,
            py: 0.75,
            position: 'sticky',
            bottom: 0,
            zIndex: 1,
            bgcolor: 'background.paper',
          }}
        >
          <ProblemNote problem={preview.error} />
          {preview.data && !preview.error && (
            <>
              <b>
                {t('count.preview', {
                  count: preview.data.slips,
                  slips: count(preview.data.slips),
                  positions: count(preview.data.positions),
                  value: money(preview.data.value),
                })}
              </b>
              {preview.data.first.length > 0 && (
                <Box sx={{ color: 'text.secondary' }}>
                  <Code>{preview.data.first.join(', ')}</Code>
                  {preview.data.slips > preview.data.first.length && ' …'}
                </Box>
              )}
            </>
          )}
        </Box>
      )}
    </Form>
  );
}
