import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Code } from '../../kit/Code';
import { instant } from '../../kit/format';
import { pageOf } from '../../kit/pageOf';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { ComingFrame } from './ComingFrame';

type Letter = Schemas['LetterCard'];

/** Whether it does not go by itself any more. */
function stuck(letter: Letter) {
  return letter.state === 'FAILED' || letter.state === 'NOT_DELIVERED';
}

/** The outbox: letters to suppliers, and whether they have gone. */
export function LettersSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const letters = useQuery({
    queryKey: ['letters'],
    queryFn: () => read(api.GET('/api/letters')),
    refetchInterval: 3_000,
  });
  const again = useSave(['letters'], (command, id: number) =>
    read(api.POST('/api/letters/{id}/sending', { params: { ...command.params, path: { id } } })),
  );
  const opened = letters.data?.find((one) => String(one.id) === value('open'));
  const columns: Column<Letter>[] = [
    {
      key: 'written',
      title: t('letters.written'),
      width: '190px',
      cell: (row) => instant(row.written),
    },
    {
      key: 'recipient',
      title: t('letters.to'),
      width: 'minmax(180px, 1fr)',
      cell: (row) => row.recipient,
    },
    {
      key: 'subject',
      title: t('letters.subject'),
      width: 'minmax(160px, 1.5fr)',
      cell: (row) => row.subject,
    },
    {
      key: 'state',
      title: t('inbound.stateTitle'),
      width: '130px',
      cell: (row) => (
        <Box component="span" sx={{ color: stuck(row) ? 'error.main' : undefined }}>
          {t(`letters.state.${row.state}`)}
        </Box>
      ),
    },
  ];
  return (
    <ComingFrame>
      <Room title={t('coming.letters')}>
        <ProblemNote problem={letters.error} />
        <Sheet<Letter>
          name="letters"
          question={[letters.dataUpdatedAt]}
          fetch={pageOf(letters.data)}
          columns={columns}
          rowKey={(row) => String(row.id)}
          opened={value('open')}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('letters.none')}
        />
      </Room>
      {opened && (
        <SidePanel
          title={opened.subject}
          over={<Code>{opened.recipient}</Code>}
          onClose={() => change({ open: null })}
          width={560}
        >
          {opened.failure && <ProblemNote problem={opened.failure} />}
          {opened.nextTry && opened.state === 'WAITING' && (
            <Box sx={{ mb: 1 }}>
              {t('letters.next', { count: opened.tries, when: instant(opened.nextTry) })}
            </Box>
          )}
          {(stuck(opened) || opened.nextTry) && (
            <Button
              variant="contained"
              loading={again.isPending}
              onClick={() => again.mutate(opened.id)}
            >
              {t('letters.again')}
            </Button>
          )}
          <Box component="pre" sx={{ whiteSpace: 'pre-wrap', fontSize: 13 }}>
            {opened.body}
          </Box>
        </SidePanel>
      )}
    </ComingFrame>
  );
}
