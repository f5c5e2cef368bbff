import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useContext, useEffect, useEffectEvent } from 'react';
import {
  Link,
  UNSAFE_DataRouterContext as RouterContext,
  useLocation,
  useNavigate,
} from 'react-router';
import { post, put, question, remove } from '../api/ask';
import type { Schemas } from '../api/client';
import { useMay } from '../app/session';
import { t } from '../app/words';
import { Form, Tick } from './Form';
import { ProblemNote } from './ProblemNote';
import { SidePanel } from './SidePanel';
import { useAddress } from './useAddress';
import { useForm } from './useForm';
import { useSave } from './useSave';
import { columnsNow, forgetColumns, type ViewColumns } from './useTableColumns';

type View = Schemas['SavedView'];

const OLD = ['saved-views'];

/** What of an address is not part of a view: which one it is, and what stands open. */
const NOT_KEPT = ['saved', 'open'];

/** Every view that one may see. */
export function useViews() {
  return useQuery({ ...question('/api/saved-views'), staleTime: 60_000 });
}

/** Where a view is shown. */
export function viewAddress(view: View): string {
  const search = new URLSearchParams(view.search);
  search.set('saved', String(view.id));
  return `${view.page}?${search.toString()}`;
}

function kept(search: string): string {
  const parts = new URLSearchParams(search);
  NOT_KEPT.forEach((one) => parts.delete(one));
  return parts.toString();
}

/**
 * The saved views of a table: a tab for each, and a panel to save what is shown under a name. A view
 * is in the address, so it can be sent to others.
 */
export function useSavedViews(list: string, memory: string) {
  const { value, change } = useAddress();
  const { pathname, search } = useLocation();
  const all = useViews().data ?? [];
  const views = all.filter((view) => view.list === list && view.page === pathname);
  const shown = views.find((view) => String(view.id) === value('saved'));
  const own = shown ? `${memory}@${shown.id}.${shown.version}` : memory;
  const saving = value('open') === 'save-view';
  return {
    columns: shown?.columns,
    memory: own,
    button: pathname.startsWith('/office/') && (
      <Button size="small" onClick={() => change({ open: 'save-view' })}>
        {t('views.save')}
      </Button>
    ),
    tabs: views.length > 0 && (
      <Box
        component="nav"
        aria-label={t('views.title')}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mb: 1, borderBottom: 1 }}
      >
        <Tab to={pathname} on={!shown} word={t('views.all')} />
        {views.map((view) => (
          <Tab
            key={view.id}
            to={viewAddress(view)}
            on={view === shown}
            word={
              view === shown && kept(search) !== view.search
                ? t('views.changed', { name: view.name })
                : view.name
            }
          />
        ))}
      </Box>
    ),
    panel: saving && (
      <SidePanel
        title={t(shown?.mine ? 'views.view' : 'views.save')}
        onClose={() => change({ open: null })}
      >
        <ViewForm
          key={shown?.id}
          list={list}
          page={pathname}
          search={kept(search)}
          columns={columnsNow(own, shown?.columns)}
          shown={shown?.mine ? shown : undefined}
          onSaved={() => forgetColumns(own)}
        />
      </SidePanel>
    ),
  };
}

function Tab({ to, on, word }: { to: string; on: boolean; word: string }) {
  return (
    <Button
      component={Link}
      to={to}
      aria-current={on ? 'page' : undefined}
      sx={{
        borderRadius: 0,
        borderBottom: 4,
        borderColor: on ? 'text.primary' : 'transparent',
        fontWeight: on ? 700 : undefined,
      }}
    >
      {word}
    </Button>
  );
}

function ViewForm({
  list,
  page,
  search,
  columns,
  shown,
  onSaved,
}: {
  list: string;
  page: string;
  search: string;
  columns: ViewColumns;
  /** The view that is shown, if one may change it. */
  shown?: View;
  onSaved: () => void;
}) {
  const navigate = useNavigate();
  const router = useContext(RouterContext)?.router;
  const rules = useMay('RULES');
  const go = (to: string) => void (router ? router.navigate(to) : navigate(to));
  const done = (view: View) => {
    onSaved();
    go(viewAddress(view));
  };
  const save = useSave(
    OLD,
    (command, { anew, ...body }: Schemas['SavedViewEntry'] & { anew: boolean }) =>
      shown && !anew
        ? put('/api/saved-views/{id}', { id: shown.id })(command, body)
        : post('/api/saved-views')(command, body),
  );
  // Once the form knows that it is saved, its panel lets go.
  const saved = save.data;
  const onDone = useEffectEvent(done);
  useEffect(() => {
    if (saved) {
      onDone(saved);
    }
  }, [saved]);
  const gone = useSave(
    OLD,
    (command) => remove('/api/saved-views/{id}', { id: shown!.id })(command),
    () => go(page),
  );
  const form = useForm({ name: shown?.name ?? '', everyone: shown?.everyone ?? false }, save.error);
  const submit = (anew: boolean) =>
    save.mutate({
      anew,
      version: shown?.version ?? null,
      list,
      page,
      search,
      columns,
      name: form.entry.name,
      everyone: form.entry.everyone,
    });
  return (
    <>
      <Form save={save} may="LOOK" onSubmit={() => submit(false)}>
        <Box>{t('views.what')}</Box>
        <TextField label={t('views.name')} required {...form.text('name')} />
        {rules && <Tick label={t('views.everyone')} {...form.tick('everyone')} />}
      </Form>
      {shown && (
        <Box sx={{ display: 'flex', gap: 1, mt: 2 }}>
          <Button variant="outlined" onClick={() => submit(true)}>
            {t('views.another')}
          </Button>
          <Button loading={gone.isPending} onClick={() => gone.mutate()}>
            {t('views.remove')}
          </Button>
        </Box>
      )}
      <ProblemNote problem={gone.error} />
    </>
  );
}
