import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { t } from '../../app/words';
import { get, post } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { Code } from '../../kit/Code';
import { count } from '../../kit/format';
import { Progress } from '../../kit/Progress';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';

/** So many orders in one request: often enough to see it go on, and to stop it. */
const AT_ONCE = 20;

type Found = Schemas['AllocationResult'];

function and(before: Found, more: Found): Found {
  return {
    orders: before.orders + more.orders,
    lines: before.lines + more.lines,
    shortLines: before.shortLines + more.shortLines,
    shortOrders: [...before.shortOrders, ...more.shortOrders],
  };
}

/** Looks for the stock of every order of a site that is needed up to a day, part by part. */
export function AllocateMany() {
  const [found, setFound] = useState<Found>();
  const [all, setAll] = useState(0);
  const [stopped, setStopped] = useState(false);
  const going = useRef(false);
  // What is found is kept; whoever leaves the panel stops the rest.
  useEffect(() => () => void (going.current = false), []);
  const save = useSave(
    ['outbound', 'on-hand'],
    async (_, asked: { site: number; until?: string }) => {
      going.current = true;
      setStopped(false);
      setFound(undefined);
      const orders = await get('/api/outbound/allocation', asked);
      setAll(orders.length);
      let sum: Found = { orders: 0, lines: 0, shortLines: 0, shortOrders: [] };
      setFound(sum);
      for (let from = 0; from < orders.length && going.current; from += AT_ONCE) {
        const part = orders.slice(from, from + AT_ONCE);
        const body = { site: asked.site, orders: part };
        sum = and(sum, await post('/api/outbound/allocation')(commandId(), body));
        setFound(sum);
      }
    },
  );
  const form = useForm({ site: '', until: '' }, save.error);
  const site = useSite(form.entry.site)?.id ?? 0;
  return (
    <>
      <Box sx={{ mb: 1 }}>{t('outbound.allocateHelp')}</Box>
      <Form
        save={{ ...save, isSuccess: false }}
        may="POST"
        word={t('outbound.allocate')}
        onSubmit={() => save.mutate({ site, until: form.entry.until || undefined })}
      >
        <SiteField {...form.choice('site')} />
        <DateField label={t('outbound.until')} {...form.text('until')} />
      </Form>
      {found && save.isPending && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
          {t('outbound.allocating', { done: count(found.orders), all: count(all) })}
          <Progress label={t('outbound.allocate')} done={found.orders} all={all} />
          <Button
            variant="outlined"
            onClick={() => {
              going.current = false;
              setStopped(true);
            }}
          >
            {t('outbound.stopAllocating')}
          </Button>
        </Box>
      )}
      {found && (
        <Box role="status" sx={{ mt: 1.5 }}>
          {!save.isPending && (
            <>
              {all === 0
                ? t('outbound.noneToAllocate')
                : t('outbound.allocated', { count: found.orders, lines: count(found.lines) })}
              {(stopped || save.isError) && found.orders < all && (
                <Box>{t('outbound.notAllocated', { count: all - found.orders })}</Box>
              )}
            </>
          )}
          {found.shortLines > 0 && (
            <Box sx={{ color: 'error.main', mt: 0.5 }}>
              {t('outbound.stillShort', { count: found.shortLines })}{' '}
              {found.shortOrders.map((order, i) => (
                <Box key={order} component="span" sx={{ whiteSpace: 'nowrap' }}>
                  {i > 0 && ', '}
                  <Code>{order}</Code>
                </Box>
              ))}
            </Box>
          )}
        </Box>
      )}
    </>
  );
}
