import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { get, post, question } from '../api/ask';
import { commandId, Problem, type Schemas } from '../api/client';
import { useMe } from '../app/session';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { date } from '../kit/format';
import { NumberField } from '../kit/NumberField';
import { decimal, readable } from '../kit/numbers';
import { plus } from '../kit/sums';
import { ProblemNote } from '../kit/ProblemNote';
import { sound } from '../kit/tones';
import { useSave } from '../kit/useSave';
import { ItemFinder } from './ItemFinder';
import { Choices } from './Choices';
import { DoneNote, ListHead, Refusal, Row } from './Parts';
import { ScanBar } from './ScanBar';
import type { Site } from './talk';
import { teller } from './told';
import { useKept } from './useKept';

type Hit = Schemas['FloorHit'];

/** A line as it is gathered; how much as it was typed. */
interface Line {
  id: number;
  code: string;
  name: string;
  symbol: string;
  much: string;
}

/** What someone on the floor wants bought: scanned or found, line by line, and sent together. */
export function RequestPage({ site }: { site: Site }) {
  const me = useMe();
  const navigate = useNavigate();
  // Kept on the device until it is sent: a reload or a dead battery loses nothing.
  const [lines, setLines] = useKept<Line[]>(`reliquum.request.${site.id}.${me.id}`, []);
  const [hits, setHits] = useState<Hit[]>([]);
  const [refusal, setRefusal] = useState<string>();
  const [finding, setFinding] = useState(false);
  const told = teller();
  const send = useSave(['requisitions'], post('/api/requisitions'), () => setLines([]));
  const change = (id: number, much: string) =>
    setLines((before) => before.map((line) => (line.id === id ? { ...line, much } : line)));
  const refuse = (sentence: string) => {
    sound('bad');
    setRefusal(sentence);
  };
  const take = useMutation({
    mutationFn: async ({ item, counts }: { item: number; counts: string }) => ({
      card: await get('/api/items/{id}', { id: item }),
      counts,
    }),
    onSuccess: ({ card, counts }) => {
      const much = Number(counts) > 0 ? counts : '1';
      sound('good');
      setHits([]);
      setFinding(false);
      send.reset();
      const known = lines.find((line) => line.id === card.id);
      if (!known) {
        const { id, code, name, symbol } = card;
        setLines((before) => [...before, { id, code, name, symbol, much }]);
        return;
      }
      const sum = readable(() => plus(decimal(known.much), much));
      if (sum === undefined) {
        refuse(t('request.unread', { name: known.name, text: known.much }));
      } else {
        change(known.id, sum);
      }
    },
    onError: (fault) => refuse(fault.message),
  });
  const choose = (hit: Hit) => {
    if (hit.itemId === null) {
      refuse(t('request.notAnItem'));
    } else {
      take.mutate({ item: hit.itemId, counts: hit.counts });
    }
  };
  const scan = useMutation({
    mutationFn: (text: string) => post('/api/floor/scan')(commandId(), { site: site.id, text }),
    onSuccess: (found) => {
      setRefusal(undefined);
      const items = found.hits.filter((hit) => hit.itemId !== null);
      if (items.length > 1) {
        setHits(items);
      } else if (items.length === 1) {
        choose(items[0]);
      } else {
        refuse(found.refusal ? told.refusal(found.refusal) : t('request.notAnItem'));
      }
    },
    onError: (fault) => refuse(fault.message),
  });
  const hear = (text: string) => text.trim() && scan.mutate(text);
  const submit = () => {
    try {
      send.mutate({
        site: site.id,
        lines: lines.map((line) => ({ item: line.code, packs: decimal(line.much) })),
      });
    } catch (fault) {
      if (!(fault instanceof Problem)) {
        throw fault;
      }
      refuse(fault.message);
    }
  };
  const sent = send.data;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0, p: 2, pb: 1 }}>
          {t('request.title')}
        </Box>
        {sent && lines.length === 0 && (
          <DoneNote
            title={t(
              sent.lines.every((line) => line.state === 'APPROVED')
                ? 'request.approved'
                : 'request.sent',
              { number: sent.number },
            )}
          >
            {null}
          </DoneNote>
        )}
        {refusal && <Refusal sentence={refusal} />}
        <ProblemNote problem={send.error} />
        {hits.length > 0 && <Choices choices={hits} onChoose={choose} />}
        {lines.map((line) => (
          <RequestedLine
            key={line.id}
            line={line}
            onChange={(much) => change(line.id, much)}
            onLeave={() => setLines((before) => before.filter((one) => one.id !== line.id))}
          />
        ))}
        {finding ? (
          <ItemFinder
            site={site.id}
            onChoose={(item) => take.mutate({ item, counts: '0' })}
            onClose={() => setFinding(false)}
          />
        ) : (
          <Box sx={{ p: 1.5 }}>
            {lines.length === 0 && (
              <Box sx={{ pb: 1, fontSize: 18, color: 'text.secondary' }}>{t('request.none')}</Box>
            )}
            <Button
              variant="outlined"
              fullWidth
              onClick={() => setFinding(true)}
              sx={{ minHeight: 56, fontSize: 20 }}
            >
              {t('request.find')}
            </Button>
          </Box>
        )}
        {!finding && lines.length === 0 && <OwnRequests site={site.id} />}
      </Box>
      <Box
        sx={{
          px: 1.5,
          pb: 1.5,
          display: 'grid',
          gridTemplateColumns: lines.length > 0 ? '1fr 2fr' : '1fr',
          gap: 1,
        }}
      >
        <Button
          variant="outlined"
          onClick={() => void navigate('/floor')}
          sx={{ minHeight: 64, fontSize: 18 }}
        >
          {t('back')}
        </Button>
        {lines.length > 0 && (
          <Button
            variant="contained"
            loading={send.isPending}
            onClick={submit}
            sx={{ minHeight: 64, fontSize: 22 }}
          >
            {t('request.send', { count: lines.length })}
          </Button>
        )}
      </Box>
      <ScanBar site={site.id} hint={t('request.hint')} onScan={hear} />
    </>
  );
}

/** A line with how much of it, to type or to tap. */
function RequestedLine({
  line,
  onChange,
  onLeave,
}: {
  line: Line;
  onChange: (much: string) => void;
  onLeave: () => void;
}) {
  const step = (by: string) => {
    const much = readable(() => plus(decimal(line.much), by));
    if (Number(much) > 0) {
      onChange(String(much));
    }
  };
  const small = { minWidth: 56, minHeight: 56, fontSize: 24 };
  return (
    <Box sx={{ px: 1.5, py: 1, borderTop: 1, borderColor: 'divider', bgcolor: 'background.paper' }}>
      <Box sx={{ display: 'flex', alignItems: 'start', gap: 1 }}>
        <Box sx={{ flex: 1, fontSize: 20, lineHeight: 1.25 }}>
          {line.name}{' '}
          <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
            <Code>{line.code}</Code>
          </Box>
        </Box>
        <Button
          aria-label={t('request.take', { name: line.name })}
          onClick={onLeave}
          sx={{ minWidth: 48, minHeight: 48, fontSize: 20 }}
        >
          ✕
        </Button>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '56px 1fr 56px auto', gap: 1, mt: 0.5 }}>
        <Button
          variant="outlined"
          aria-label={t('request.less', { name: line.name })}
          onClick={() => step('-1')}
          sx={small}
        >
          −
        </Button>
        <NumberField
          label={t('quantity')}
          value={line.much}
          onChange={(event) => onChange(event.target.value)}
          sx={{ '& input': { height: 56, boxSizing: 'border-box', fontSize: 22 } }}
          slotProps={{ htmlInput: { 'aria-label': t('request.much', { name: line.name }) } }}
        />
        <Button
          variant="outlined"
          aria-label={t('request.more', { name: line.name })}
          onClick={() => step('1')}
          sx={small}
        >
          +
        </Button>
        <Box sx={{ alignSelf: 'center', fontSize: 18 }}>{line.symbol}</Box>
      </Box>
    </Box>
  );
}

/** What someone has requested here, and what has become of it. */
function OwnRequests({ site }: { site: number }) {
  const own = useQuery(question('/api/own-requisitions', { site }));
  const cancel = useSave(['requisitions'], (command, id: number) =>
    post('/api/requisitions/drop')(command, { ids: [id] }),
  );
  if (!own.data?.length) {
    return <ProblemNote problem={own.error} />;
  }
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ListHead>{t('request.mine')}</ListHead>
      <ProblemNote problem={cancel.error} />
      {own.data.map((line) => (
        <Row
          key={line.id}
          title={line.name}
          detail={
            <>
              <Code>{line.number}</Code> · {t(`low.state.${line.state}`)}
              {line.order && (
                <>
                  {' · '}
                  <Code>{line.order}</Code>
                  {line.orderDue && ` ${t('request.due', { day: date(line.orderDue) })}`}
                </>
              )}
              {line.can.includes('CANCEL') && line.state === 'REQUESTED' && (
                <Button
                  onClick={() => cancel.mutate(line.id)}
                  sx={{ minHeight: 48, display: 'block', px: 0 }}
                >
                  {t('request.cancel')}
                </Button>
              )}
            </>
          }
          end={<Amount value={line.quantity} unit={line.symbol} />}
        />
      ))}
    </Box>
  );
}
