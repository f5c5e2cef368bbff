import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useSave } from '../../kit/useSave';

type Letter = Schemas['LetterCard'];

/** Whether it does not go by itself any more. */
function stuck(letter: Letter) {
  return letter.state === 'FAILED' || letter.state === 'NOT_DELIVERED';
}

/** The outbox: letters to suppliers, and whether they have gone. */
export function LettersSpace() {
  const { id, close } = useOpened();
  const letters = useQuery({ ...question('/api/letters'), refetchInterval: 3_000 });
  const again = useSave(['letters'], (command, letter: number) =>
    post('/api/letters/{id}/sending', { id: letter })(command),
  );
  const opened = letters.data?.find((one) => one.id === id);
  const of = columnsOf<Letter>();
  return (
    <TableSpace
      title={t('coming.letters')}
      name="letters"
      rows={letters}
      columns={[
        of.moment('written', t('letters.written'), 190),
        of.text('recipient', t('letters.to'), 180, { grow: 1 }),
        of.text('subject', t('letters.subject'), 160, { grow: 1.5 }),
        of.choice('state', t('inbound.stateTitle'), 130, (one) => t(`letters.state.${one}`), {
          cell: (row) => (
            <Box component="span" sx={{ color: stuck(row) ? 'error.main' : undefined }}>
              {t(`letters.state.${row.state}`)}
            </Box>
          ),
        }),
      ]}
      none={t('letters.none')}
    >
      {opened && (
        <SidePanel
          title={opened.subject}
          over={<Code>{opened.recipient}</Code>}
          onClose={close}
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
          {opened.attachments.length > 0 && (
            <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', my: 1 }}>
              <span>{t('letters.attachments')}</span>
              {opened.attachments.map((one) => (
                <a key={one.id} href={`/api/letter-attachments/${one.id}`}>
                  {one.name}
                </a>
              ))}
            </Box>
          )}
          <Box component="pre" sx={{ whiteSpace: 'pre-wrap', fontSize: 13 }}>
            {opened.body}
          </Box>
        </SidePanel>
      )}
    </TableSpace>
  );
}
