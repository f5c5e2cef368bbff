import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import { api, commandId, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { count, instant, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Closings } from './Closings';

/** Whether the kept figures are what the ledger adds up to; checked every night, and on demand. */
export function Books() {
  const queries = useQueryClient();
  const mayPost = useMay('POST');
  const checks = useQuery({
    ...question('/api/book-checks'),
    refetchInterval: (query) => (query.state.data?.some((one) => !one.finished) ? 1000 : false),
  });
  const start = useMutation({
    mutationFn: () => read(api.POST('/api/book-checks', commandId())),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['book-checks'] }),
  });
  const running = checks.data?.some((one) => !one.finished) ?? false;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto', p: 2 }}>
        <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
          {t('books.title')}
        </Box>
        <Box sx={{ maxWidth: 640 }}>{t('books.what')}</Box>
        {mayPost && (
          <Button
            variant="contained"
            sx={{ my: 2 }}
            onClick={() => start.mutate()}
            loading={start.isPending || running}
          >
            {t('books.go')}
          </Button>
        )}
        <ProblemNote problem={start.error ?? checks.error} />
        <Box sx={{ maxWidth: 760 }}>
          {checks.data?.map((check) => (
            <Check key={check.id} check={check} />
          ))}
          {checks.data?.length === 0 && <Box>{t('books.none')}</Box>}
          <Closings />
        </Box>
      </Box>
    </>
  );
}

function Check({ check }: { check: Schemas['BookCheck'] }) {
  const differences = useQuery({
    ...question('/api/book-checks/{id}/differences', { id: check.id }),
    enabled: check.differences > 0,
  });
  const result = check.failure
    ? check.failure
    : !check.finished
      ? t('books.running')
      : check.differences === 0
        ? t('books.right', { shown: count(check.positions) })
        : t('books.wrong', { count: check.differences });
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Box sx={{ color: 'text.secondary', width: 170 }}>{instant(check.started)}</Box>
        <Box
          sx={{
            flex: 1,
            fontWeight: 600,
            color: check.differences > 0 || check.failure ? 'error.main' : 'success.main',
          }}
        >
          {result}
        </Box>
        <Box sx={{ color: 'text.secondary' }}>{check.askedBy}</Box>
      </Box>
      {differences.data?.map((one, i) => (
        <Box key={i}>
          <Code>{one.item}</Code> {one.place ?? t('books.total')}{' '}
          {[one.lot, one.serial].filter(Boolean).join(' ')}:{' '}
          {t('books.kept', { kept: quantity(one.kept), recomputed: quantity(one.recomputed) })}
        </Box>
      ))}
    </Box>
  );
}
