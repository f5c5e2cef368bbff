import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { useSave } from '../../kit/useSave';
import { Form } from '../rules/Form';
import { useForm } from '../rules/useForm';

/** Looks for the stock of every order of a site that is needed up to a day. */
export function AllocateMany() {
  const { t } = useTranslation();
  const sites = useSites().data ?? [];
  const save = useSave(['outbound', 'on-hand'], (command, body: Schemas['AllocationEntry']) =>
    read(api.POST('/api/outbound/allocation', { ...command, body })),
  );
  const form = useForm({ site: '', until: '' }, save.error);
  const site = form.entry.site || String(sites[0]?.id ?? '');
  const found = save.data;
  return (
    <>
      <Box sx={{ mb: 1 }}>{t('outbound.allocateHelp')}</Box>
      <Form
        save={{ ...save, isSuccess: false }}
        may="POST"
        word={t('outbound.allocate')}
        onSubmit={() =>
          save.mutate({
            site: Number(site),
            orders: [],
            until: form.entry.until || undefined,
          })
        }
      >
        <Choice
          label={t('site')}
          value={site}
          onChange={(next) => form.set({ site: next })}
          options={sites.map((one) => [String(one.id), one.name] as const)}
        />
        <TextField
          label={t('outbound.until')}
          type="date"
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('until')}
        />
      </Form>
      {found && (
        <Box role="status" sx={{ mt: 1.5 }}>
          {t('outbound.allocated', { count: found.orders, lines: found.lines })}
          {found.shortLines > 0 && (
            <Box sx={{ color: 'error.main', mt: 0.5 }}>
              {t('outbound.stillShort', { count: found.shortLines })}{' '}
              <Code>{found.shortOrders.join(', ')}</Code>
            </Box>
          )}
        </Box>
      )}
    </>
  );
}
