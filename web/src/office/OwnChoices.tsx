import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { put, question } from '../api/ask';
import type { Schemas } from '../api/client';
import { LANGUAGES } from '../app/languages';
import { useMe, useSites } from '../app/session';
import { t } from '../app/words';
import { Choice, optionsById } from '../kit/Choice';
import { Form, FormOf, Tick } from '../kit/Form';
import { ProblemNote } from '../kit/ProblemNote';
import { Room } from '../kit/Rail';
import { useViews, viewAddress } from '../kit/SavedViews';
import { useForm } from '../kit/useForm';
import { useSave } from '../kit/useSave';
import { addressOf, SPACES } from './pages';

/** What someone likes for themselves: the site that stands first, and the page that opens first. */
export function OwnChoices() {
  const choices = useQuery(question('/api/own-choices'));
  return (
    <Room title={t('own.title')}>
      <ProblemNote problem={choices.error} />
      {choices.data && (
        <Box sx={{ maxWidth: 480 }}>
          <FormOf of={choices.data as Schemas['OwnChoices'] & { id?: number }}>
            {(shown) => shown && <ChoicesForm choices={shown} />}
          </FormOf>
        </Box>
      )}
    </Room>
  );
}

function ChoicesForm({ choices }: { choices: Schemas['OwnChoices'] }) {
  const { permissions } = useMe();
  const sites = useSites();
  const views = useViews().data ?? [];
  const printers = (useQuery(question('/api/printers')).data ?? []).filter(
    (one) => one.active && one.labels,
  );
  const save = useSave(['own-choices', 'sites'], put('/api/own-choices'));
  const form = useForm(
    {
      site: choices.site === null ? '' : String(choices.site),
      printer: choices.printer === null ? '' : String(choices.printer),
      landingPage: choices.landingPage,
      singleKeys: choices.singleKeys,
      language: choices.language,
    },
    save.error,
  );
  const pages = SPACES.flatMap((space) =>
    space.pages
      .filter((page) => !page.ofOne && (!page.may || permissions.includes(page.may)))
      .map(
        (page) =>
          [
            addressOf(space, page),
            page.path ? `${t(space.word)}: ${t(page.word)}` : t(page.word),
          ] as const,
      ),
  );
  return (
    <Form
      save={save}
      may="LOOK"
      onSubmit={() =>
        save.mutate({
          site: form.entry.site === '' ? null : Number(form.entry.site),
          printer: form.entry.printer === '' ? null : Number(form.entry.printer),
          landingPage: form.entry.landingPage,
          singleKeys: form.entry.singleKeys,
          language: form.entry.language,
        })
      }
    >
      <Choice
        label={t('own.language')}
        {...form.choice('language')}
        options={[
          ['', t('own.browserLanguage')] as const,
          ...Object.entries(LANGUAGES).map(([code, name]) => [code, name] as const),
        ]}
      />
      <Choice
        label={t('own.site')}
        {...form.choice('site')}
        helperText={form.choice('site').helperText ?? t('own.siteHelp')}
        options={optionsById(sites.data, t('own.noSite'))}
      />
      <Choice
        label={t('own.printer')}
        {...form.choice('printer')}
        options={optionsById(printers, t('printing.usual'))}
      />
      <Choice
        label={t('own.landingPage')}
        {...form.choice('landingPage')}
        options={[
          ['', t('own.usualPage')] as const,
          ...views.map((view) => [`${view.page}?saved=${view.id}`, view.name] as const),
          ...pages,
        ]}
      />
      <Tick label={t('own.singleKeys')} {...form.tick('singleKeys')} />
      <Box sx={{ color: 'text.secondary', mt: -1 }}>{t('own.singleKeysHelp')}</Box>
    </Form>
  );
}

/** Whether keys that are pressed alone do something for this person. */
export function useSingleKeys(): boolean {
  return useQuery(question('/api/own-choices')).data?.singleKeys ?? true;
}

/** Where a page is that was chosen, with what is saved of a view of it. */
export function useLandingPage(): { pending: boolean; page: string } {
  const choices = useQuery(question('/api/own-choices'));
  const views = useViews();
  const chosen = choices.data?.landingPage ?? '';
  const view = views.data?.find((one) => chosen === `${one.page}?saved=${one.id}`);
  return {
    pending: choices.isPending || (chosen.includes('?') && views.isPending),
    page: view ? viewAddress(view) : chosen.split('?')[0],
  };
}
