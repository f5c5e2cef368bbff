import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { ago, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { whatCan } from '../../kit/whatCan';
import { useSave } from '../../kit/useSave';
import { RIGHTED } from './kinds';

type Card = Schemas['ApprovalCard'];
type Action = Card['can'][number];

/** What is done with it only together with words. */
const NEEDS_NOTE: Action[] = ['REFUSE', 'REQUEST_INFORMATION', 'ANSWER'];

/** Where words go with what is done. */
const NOTED = {
  APPROVE: '/api/approvals/{approval}/approval',
  REFUSE: '/api/approvals/{approval}/refusal',
  REQUEST_INFORMATION: '/api/approvals/{approval}/words',
  ANSWER: '/api/approvals/{approval}/words',
} as const;

/** What was said of a proposal, and what can be done with it: agree, refuse, ask back, answer. */
export function ApprovalActions({ approval }: { approval: number }) {
  const [note, setNote] = useState('');
  const card = useQuery(question('/api/approvals/{approval}', { approval }));
  const act = useSave<Action, Card>(
    [...RIGHTED, 'counts'],
    (command, action) =>
      action === 'WITHDRAW'
        ? post('/api/approvals/{approval}/withdrawal', { approval })(command)
        : post(NOTED[action], { approval })(command, { note }),
    () => setNote(''),
  );
  if (!card.data) {
    return <ProblemNote problem={card.error} />;
  }
  const { approval: row, words } = card.data;
  const { can, look } = whatCan(card.data.can);
  const waits = row.state === 'PROPOSED';
  // What is large is posted in the background, and waits until then.
  const atWork = waits && act.variables === 'APPROVE' && act.data?.approval.state === 'PROPOSED';
  return (
    <Part title={waits ? t('approval.waits') : t(`approval.was.${row.state}`)}>
      <Box>{t('approval.above', { value: money(row.value), most: money(row.most) })}</Box>
      {words.map((word, i) => (
        <Box key={i} sx={{ mt: 0.75, display: 'grid', gridTemplateColumns: '110px 1fr', gap: 1 }}>
          <Box sx={{ color: 'text.secondary' }}>{t(`approval.what.${word.what}`)}</Box>
          <Box>
            {word.note && <Box>{word.note}</Box>}
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              {word.person}, {ago(word.at)}
            </Box>
          </Box>
        </Box>
      ))}
      {atWork && (
        <Box role="status" sx={{ mt: 1.5, fontWeight: 600 }}>
          {t('approval.atWork')}
        </Box>
      )}
      {card.data.can.length > 0 && !atWork && (
        <Box sx={{ display: 'grid', gap: 1, mt: 1.5 }}>
          <TextField
            label={can('ANSWER') ? t('approval.answer') : t('approval.note')}
            value={note}
            multiline
            onChange={(event) => setNote(event.target.value)}
          />
          <ProblemNote problem={act.error} />
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {card.data.can.map((action) => (
              <Button
                key={action}
                variant={look(action)}
                loading={act.isPending && act.variables === action}
                disabled={NEEDS_NOTE.includes(action) && !note.trim()}
                onClick={() => act.mutate(action)}
              >
                {t(`approval.do.${action}`)}
              </Button>
            ))}
          </Box>
          {can('REFUSE') && !note.trim() && (
            <Box sx={{ color: 'text.secondary' }}>{t('approval.noteFirst')}</Box>
          )}
        </Box>
      )}
    </Part>
  );
}
