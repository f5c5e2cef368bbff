import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, put, question, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { NumberField } from '../../kit/NumberField';
import { whole } from '../../kit/numbers';
import { FilePick } from '../../kit/FilePick';
import { ProblemNote } from '../../kit/ProblemNote';
import { RowChanges } from '../../kit/RowChanges';
import { Room } from '../../kit/Rail';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { WEEK } from '../../kit/WeekDays';
import { NumberRanges } from './NumberRanges';
import { Form, FormOf, Tick } from '../../kit/Form';
import { useForm } from '../../kit/useForm';

/** What the house is called, and how it looks on paper. */
export function HouseRules() {
  const house = useQuery(question('/api/house'));
  return (
    <Room title={t('house.title')}>
      <ProblemNote problem={house.error} />
      {house.data && (
        <Box sx={{ maxWidth: 480 }}>
          <Box sx={{ mb: 1 }}>{t('house.onPaper')}</Box>
          <FormOf of={house.data}>{(shown) => shown && <NameForm house={shown} />}</FormOf>
          <Logo house={house.data} />
          <NumberRanges />
          <Emptying house={house.data} />
          <RowChanges table="house" row="" />
        </Box>
      )}
    </Room>
  );
}

function NameForm({ house }: { house: Schemas['HouseCard'] }) {
  const save = useSave(['house'], put('/api/house'));
  const form = useForm(
    {
      name: house.name,
      street: house.street,
      town: house.town,
      mailFrom: house.mailFrom,
      currency: house.currency,
      scrapIsDemand: house.scrapIsDemand,
      scrapWorthPercent: String(house.scrapWorthPercent),
      language: house.language,
      timeZone: house.timeZone,
      firstDay: house.firstDay,
    },
    save.error,
  );
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          scrapWorthPercent: whole(form.entry.scrapWorthPercent),
          version: house.version,
        })
      }
    >
      <TextField label={t('house.name')} required {...form.text('name')} />
      <TextField label={t('house.street')} {...form.text('street')} />
      <TextField label={t('house.town')} {...form.text('town')} />
      <TextField label={t('house.mailFrom')} type="email" {...form.text('mailFrom')} />
      <Choice
        label={t('house.currency')}
        {...form.choice('currency')}
        helperText={form.choice('currency').helperText ?? t('house.currencyHelp')}
        options={currencies(house.currency)}
      />
      <Choice
        label={t('house.language')}
        {...form.choice('language')}
        helperText={form.choice('language').helperText ?? t('house.languageHelp')}
        options={[['', t('house.asTheBrowser')], ...languages(house.language)]}
      />
      <Choice
        label={t('house.timeZone')}
        {...form.choice('timeZone')}
        options={[['', t('house.asTheBrowser')], ...timeZones(house.timeZone)]}
      />
      <Choice
        label={t('house.firstDay')}
        {...form.choice('firstDay')}
        options={WEEK.map((day) => [day, t(`weekday.${day}`)] as const)}
      />
      <NumberField
        label={t('house.scrapWorth')}
        {...form.text('scrapWorthPercent')}
        helperText={form.text('scrapWorthPercent').helperText ?? t('house.scrapWorthHelp')}
      />
      <Box>
        <Tick label={t('house.scrapIsDemand')} {...form.tick('scrapIsDemand')} />
      </Box>
    </Form>
  );
}

const LANGUAGES = [
  'cs-CZ',
  'da-DK',
  'de-AT',
  'de-CH',
  'de-DE',
  'el-GR',
  'en-AU',
  'en-GB',
  'en-IE',
  'en-IN',
  'en-US',
  'es-ES',
  'es-MX',
  'et-EE',
  'fi-FI',
  'fr-CA',
  'fr-CH',
  'fr-FR',
  'hu-HU',
  'is-IS',
  'it-IT',
  'lt-LT',
  'lv-LV',
  'nb-NO',
  'nl-BE',
  'nl-NL',
  'pl-PL',
  'pt-BR',
  'pt-PT',
  'ro-RO',
  'sk-SK',
  'sl-SI',
  'sv-SE',
];

/** Languages by name, with how a number and a day look in them. */
function languages(kept: string) {
  const names = new Intl.DisplayNames(undefined, { type: 'language' });
  const day = new Date(2026, 11, 31);
  return [...new Set([...(kept ? [kept] : []), ...LANGUAGES])].map((tag) => {
    const number = (1234.5).toLocaleString(tag);
    return [tag, `${names.of(tag)}: ${number}, ${day.toLocaleDateString(tag)}`] as const;
  });
}

function timeZones(kept: string) {
  return [...new Set([...(kept ? [kept] : []), ...Intl.supportedValuesOf('timeZone')])].map(
    (zone) => [zone, zone.replaceAll('_', ' ')] as const,
  );
}

/** Empties a house that was only tried, for an administrator who types what it is called. */
function Emptying({ house }: { house: Schemas['HouseCard'] }) {
  const may = useMay('PEOPLE');
  const [typed, setTyped] = useState('');
  const queries = useQueryClient();
  const empty = useSave([], post('/api/house/emptying'), () => {
    setTyped('');
    // Nothing that is known of the house holds any more.
    void queries.resetQueries();
  });
  if (!may) {
    return null;
  }
  return (
    <Part title={t('house.empty.title')} rank="h2">
      <Box sx={{ mb: 1.5 }}>{t('house.empty.what', { name: house.name })}</Box>
      <TextField
        label={t('house.empty.confirm')}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        fullWidth
      />
      <Button
        variant="outlined"
        color="error"
        disabled={typed.trim() !== house.name}
        loading={empty.isPending}
        onClick={() => empty.mutate({ confirmation: typed })}
        sx={{ my: 1 }}
      >
        {t('house.empty.do')}
      </Button>
      {empty.data && (
        <Box role="status">{t('house.empty.done', { backup: empty.data.backup })}</Box>
      )}
      <ProblemNote problem={empty.error} />
    </Part>
  );
}

/** Every currency that is in use, by its code, with its name in the browser's language. */
function currencies(kept: string) {
  const names = new Intl.DisplayNames(undefined, { type: 'currency' });
  return [...new Set([kept, ...Intl.supportedValuesOf('currency')])]
    .sort()
    .map((code) => [code, `${code} · ${names.of(code)}`] as const);
}

function Logo({ house }: { house: Schemas['HouseCard'] }) {
  const may = useMay('RULES');
  const set = useSave(['house'], put('/api/house/logo'));
  const removing = useSave(['house'], remove('/api/house/logo'));
  return (
    <Part title={t('house.logo')} rank="h2">
      {house.logo ? (
        <Box
          component="img"
          src={`/api/house/logo?version=${house.version}`}
          alt={t('house.logo')}
          sx={{ height: 90, display: 'block', mb: 1, border: 1, borderColor: 'divider' }}
        />
      ) : (
        <Box sx={{ color: 'text.secondary', mb: 1 }}>{t('house.noLogo')}</Box>
      )}
      {may && (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <FilePick
            label={t('house.pickLogo')}
            accept="image/png,image/jpeg"
            onPick={(file) => set.mutate(file)}
          />
          {house.logo && <Button onClick={() => removing.mutate()}>{t('house.dropLogo')}</Button>}
        </Box>
      )}
      <ProblemNote problem={set.error ?? removing.error} />
    </Part>
  );
}
