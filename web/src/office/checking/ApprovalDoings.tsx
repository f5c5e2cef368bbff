import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { ago, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { RIGHTED } from './kinds';

type Card = Schemas['ApprovalCard'];
type Doing = 'approve' | 'refuse' | 'say' | 'withdraw';

/** What was said of a proposal, and what can be done with it: agree, refuse, ask back, answer. */
export function ApprovalDoings({ approval }: { approval: number }) {
  const { t } = useTranslation();
  const mayAgree = useMay('RULES');
  const [note, setNote] = useState('');
  const card = useQuery({
    queryKey: ['approvals', 'card', approval],
    queryFn: () => read(api.GET('/api/approvals/{approval}', { params: { path: { approval } } })),
  });
  const act = useSave<Doing, Card>(
    [...RIGHTED, 'counts'],
    (command, doing) => {
      const params = { ...command.params, path: { approval } };
      switch (doing) {
        case 'approve':
          return read(api.POST('/api/approvals/{approval}/approval', { params, body: { note } }));
        case 'refuse':
          return read(api.POST('/api/approvals/{approval}/refusal', { params, body: { note } }));
        case 'say':
          return read(api.POST('/api/approvals/{approval}/words', { params, body: { note } }));
        case 'withdraw':
          return read(api.POST('/api/approvals/{approval}/withdrawal', { params }));
      }
    },
    () => setNote(''),
  );
  if (!card.data) {
    return <ProblemNote problem={card.error} />;
  }
  const { approval: row, words } = card.data;
  const waits = row.state === 'PROPOSED';
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
      {waits && (row.own || mayAgree) && (
        <Box sx={{ display: 'grid', gap: 1, mt: 1.5 }}>
          <TextField
            label={row.own ? t('approval.answer') : t('approval.note')}
            value={note}
            multiline
            onChange={(event) => setNote(event.target.value)}
          />
          <ProblemNote problem={act.error} />
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {row.own ? (
              <>
                <Button
                  variant="contained"
                  disabled={!note.trim()}
                  onClick={() => act.mutate('say')}
                >
                  {t('approval.doAnswer')}
                </Button>
                <Button variant="outlined" onClick={() => act.mutate('withdraw')}>
                  {t('approval.doWithdraw')}
                </Button>
              </>
            ) : (
              <>
                <Button
                  variant="contained"
                  loading={act.isPending}
                  onClick={() => act.mutate('approve')}
                >
                  {t('approval.doApprove')}
                </Button>
                <Button
                  variant="outlined"
                  disabled={!note.trim()}
                  onClick={() => act.mutate('refuse')}
                >
                  {t('approval.doRefuse')}
                </Button>
                <Button
                  variant="outlined"
                  disabled={!note.trim()}
                  onClick={() => act.mutate('say')}
                >
                  {t('approval.doAsk')}
                </Button>
              </>
            )}
          </Box>
          {!row.own && !note.trim() && (
            <Box sx={{ color: 'text.secondary' }}>{t('approval.noteFirst')}</Box>
          )}
        </Box>
      )}
    </Part>
  );
}
