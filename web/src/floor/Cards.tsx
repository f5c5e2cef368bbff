import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { t } from '../app/words';
import { post, question } from '../api/ask';
import type { Schemas } from '../api/client';
import { putAnswer } from '../api/putAnswer';
import type { paths } from '../api/schema';
import { useMay, useSites } from '../app/session';
import { fonts } from '../app/theme';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ItemPicture } from '../kit/ItemPicture';
import { ProblemNote } from '../kit/ProblemNote';
import { quantity } from '../kit/format';
import { LOT_ORDERS, type LotOrder } from '../kit/lotOrder';
import { sum } from '../kit/sums';
import { parts, StockBar } from '../kit/StockBar';
import { useSave } from '../kit/useSave';
import { sound } from '../kit/tones';
import { ChooseGoods } from './ChooseGoods';
import { Choices } from './Choices';
import { useOpening } from './opening';
import { beginWith, sentenceDesk, type Saying } from './desks';
import { Listed, Marks, Row, SmallButton } from './Parts';
import { ScanBar } from './ScanBar';
import { saying } from './useSentence';

type Site = Schemas['SiteCard'];

/** Starts the Move sentence with what is on the card, or goes on with a scan from it. */
function useStart(site: Site) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (said: Saying) => beginWith(site.id, 'MOVE', said),
    onSuccess: (view) => {
      sound(view.outcome === 'REFUSED' ? 'bad' : 'good');
      putAnswer(queries, sentenceDesk(site.id, 'MOVE').key, view);
      void navigate('/floor/move');
    },
    onError: () => sound('bad'),
  });
}

/** A page about one thing, with a way back. */
export function Card({
  over,
  title,
  children,
  problem,
  onMove,
  site,
}: {
  over: ReactNode;
  title: ReactNode;
  children: ReactNode;
  problem: unknown;
  /** Nothing while something else is to be pressed. */
  onMove?: () => void;
  site: Site;
}) {
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const { hear, begin, hits, refusal } = useOpening(site.id, onMove ? { MOVE: onMove } : {});
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto', p: 2 }}>
        <Box sx={{ color: 'text.secondary' }}>{over}</Box>
        <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0, mb: 1 }}>
          {title}
        </Box>
        <ProblemNote problem={problem ?? refusal} />
        {hits.length > 0 && <Choices choices={hits} onChoose={begin} />}
        {children}
      </Box>
      <Box sx={{ px: 1.5, pb: 1.5, display: 'flex', gap: 1 }}>
        <Button
          variant="outlined"
          onClick={() => void navigate('/floor')}
          sx={{ minHeight: 64, fontSize: 18, px: 3 }}
        >
          {t('back')}
        </Button>
        {mayMove && onMove && (
          <Button
            variant="contained"
            onClick={onMove}
            sx={{ minHeight: 64, fontSize: 22, flex: 1 }}
          >
            {t('move.fromCard')}
          </Button>
        )}
      </Box>
      <ScanBar
        site={site.id}
        hint={t('floor.type')}
        onScan={hear}
        onFind={(item) => void navigate(`/floor/item/${item}`)}
      />
    </>
  );
}

/** What lies where, as a card asks for it. */
function useLying(query: NonNullable<paths['/api/on-hand']['get']['parameters']['query']>) {
  return useQuery(question('/api/on-hand', query));
}

/** An item, and where it lies at this site. */
export function ItemCard({ site }: { site: Site }) {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const start = useStart(site);
  const item = useQuery(question('/api/items/{id}', { id }));
  const total = useLying({ group: 'ITEM', item: id, site: site.id, stocked: 'ALL', limit: 1 });
  const [order, setOrder] = useState<LotOrder>('PLACE');
  const lies = useLying({ group: 'POSITION', item: id, site: site.id, sort: order });
  const held = total.data?.rows[0];
  const home = item.data?.homes.find((one) => one.site === site.id);
  const most = Math.max(0, ...(lies.data?.rows ?? []).map((row) => Number(row.onHand)));
  return (
    <Card
      over={<Code>{item.data?.code}</Code>}
      title={item.data?.name ?? t('loading')}
      problem={item.error ?? lies.error ?? start.error}
      site={site}
      onMove={() => start.mutate(saying({ kind: 'ITEM', item: id }))}
    >
      <Box sx={{ float: 'right' }}>
        <ItemPicture
          item={id}
          picture={item.data?.picture}
          name={item.data?.name ?? ''}
          size={88}
        />
      </Box>
      <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 44, lineHeight: 1.1 }}>
        {held ? <Amount value={held.onHand} unit={held.symbol} /> : '–'}
      </Box>
      {held && <MadeOf held={held} />}
      {home && (
        <Box sx={{ mt: 1 }}>
          {home.shelfNote ? (
            `${t('item.shelfNote')}: ${home.shelfNote}`
          ) : (
            <>
              {t('item.homeBin')} <Code strong>{home.address}</Code>
            </>
          )}
        </Box>
      )}
      <Box sx={{ mt: 2 }}>
        {(lies.data?.total ?? 0) > 1 && (
          <Box role="group" aria-label={t('onHand.order.label')} sx={{ display: 'flex', mb: 1 }}>
            {LOT_ORDERS.map((one) => (
              <Button
                key={one}
                variant={one === order ? 'contained' : 'outlined'}
                aria-pressed={one === order}
                onClick={() => setOrder(one)}
                sx={{ minHeight: 48, flex: 1, fontSize: 16 }}
              >
                {t(`onHand.order.${one}`)}
              </Button>
            ))}
          </Box>
        )}
        {lies.data?.rows.map((row) => (
          <Box key={row.key} sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
            <Box sx={{ display: 'flex', justifyContent: 'space-between', fontSize: 20 }}>
              <Code strong>{row.place}</Code>
              <Amount value={row.onHand} unit={row.symbol} />
            </Box>
            <StockBar
              of={parts(row.onHand ?? '0', row.available ?? '0', null, row.reserved)}
              scale={most}
            />
            <Box
              sx={{
                display: 'flex',
                justifyContent: 'space-between',
                alignItems: 'center',
                color: 'text.secondary',
                fontSize: 16,
              }}
            >
              <span>
                <Marks of={row} />
              </span>
              {(row.lotId || row.serialId) && (
                <Button
                  onClick={() =>
                    void navigate(
                      row.serialId
                        ? `/floor/trace/serial/${row.serialId}`
                        : `/floor/trace/lot/${row.lotId}`,
                    )
                  }
                >
                  {t('trace.go')}
                </Button>
              )}
            </Box>
          </Box>
        ))}
        {lies.data?.total === 0 && <Box>{t('floor.noneHere', { site: site.name })}</Box>}
      </Box>
      <Elsewhere item={id} site={site} />
    </Card>
  );
}

/** What the stock of an item is made of here, and what is on the way. */
function MadeOf({ held }: { held: Schemas['OnHandRow'] }) {
  const of = parts(held.onHand ?? '0', held.available ?? '0', held.coming, held.reserved);
  const said = [
    ['available', of.available],
    ['reserved', of.reserved ?? 0],
    ['held', of.held],
    ['coming', of.coming ?? 0],
  ] as const;
  return (
    <>
      <StockBar of={of} scale={Number(held.onHand) + (of.coming ?? 0)} height={12} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2.5, fontSize: 18, mt: 0.5 }}>
        {said
          .filter(([name, amount]) => name === 'available' || amount > 0)
          .map(([name, amount]) => (
            <span key={name}>
              {t(`bar.${name}`)} <b>{quantity(String(amount))}</b>
            </span>
          ))}
      </Box>
    </>
  );
}

/** What of an item lies at the other sites, and where; the site with the most of it first. */
function Elsewhere({ item, site }: { item: number; site: Site }) {
  const lies = useLying({ group: 'POSITION', item, sort: 'PLACE', limit: 200 });
  const sites = useSites().data ?? [];
  const here = sites.find((one) => one.id === site.id)?.name ?? site.name;
  const rows = (lies.data?.rows ?? []).filter((row) => row.site !== here);
  const [opened, setOpened] = useState<string | null | undefined>(null);
  const others = [...new Set(rows.map((row) => row.site))]
    .map((name) => {
      const at = rows.filter((row) => row.site === name);
      return { name, at, onHand: sum(at.map((row) => row.onHand ?? '0')) };
    })
    .sort((one, other) => Number(other.onHand) - Number(one.onHand));
  if (others.length === 0) {
    return null;
  }
  return (
    <Listed head={t('floor.elsewhere')}>
      {others.map(({ name, at, onHand }) => (
        <Box key={name} sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
          <Button
            fullWidth
            aria-expanded={name === opened}
            onClick={() => setOpened(name === opened ? null : name)}
            sx={{ minHeight: 48, fontSize: 20, px: 0, justifyContent: 'space-between' }}
          >
            <span>{name}</span>
            <Amount value={onHand} unit={at[0].symbol} />
          </Button>
          {name === opened &&
            at.map((row) => (
              <Box
                key={row.key}
                sx={{ display: 'flex', justifyContent: 'space-between', gap: 1, fontSize: 16 }}
              >
                <span>
                  <Code>{row.place}</Code> <Marks of={row} />
                </span>
                <Amount value={row.onHand} unit={row.symbol} />
              </Box>
            ))}
        </Box>
      ))}
    </Listed>
  );
}

/** Several goods of a bin; none named stands for everything in it. */
function contents(place: number, parts: Saying[]) {
  return saying({ kind: 'CONTENTS', place, parts });
}

/** A bin, and what lies in it. */
export function BinCard({ site }: { site: Site }) {
  const mayMove = useMay('MOVE');
  const [choosing, setChoosing] = useState(false);
  const id = Number(useParams().id);
  const start = useStart(site);
  const bin = useQuery(question('/api/bins/{id}', { id }));
  const holds = useLying({ group: 'POSITION', place: id });
  const rows = holds.data?.rows ?? [];
  return (
    <Card
      over={bin.data && `${bin.data.area} · ${t(`purpose.${bin.data.purpose}`)}`}
      title={<Code strong>{bin.data?.address ?? t('loading')}</Code>}
      problem={bin.error ?? holds.error ?? start.error}
      site={site}
      onMove={
        choosing ? undefined : () => start.mutate(saying({ kind: 'BIN', place: id, role: 'ANY' }))
      }
    >
      {choosing ? (
        <ChooseGoods rows={rows} onMove={(parts) => start.mutate(contents(id, parts))} />
      ) : (
        rows.map((row) => (
          <Row
            key={row.key}
            title={row.name}
            detail={<Marks of={row} />}
            end={
              <b>
                <Amount value={row.onHand} unit={row.symbol} />
              </b>
            }
          />
        ))
      )}
      {mayMove && rows.length > 1 && !choosing && (
        <Box sx={{ display: 'flex', gap: 1, mt: 2 }}>
          <SmallButton onClick={() => setChoosing(true)}>{t('move.choose')}</SmallButton>
          <SmallButton onClick={() => start.mutate(contents(id, []))}>{t('move.all')}</SmallButton>
        </Box>
      )}
      {mayMove && !choosing && holds.data && <LooksWrong bin={id} holds={rows.length > 0} />}
      {holds.data?.total === 0 && (
        <Box sx={{ fontSize: 22, color: 'text.secondary' }}>{t('bins.empty')}</Box>
      )}
    </Card>
  );
}

/** The book and the shelf disagree: someone shall count the bin. */
function LooksWrong({ bin, holds }: { bin: number; holds: boolean }) {
  const say = useSave(['counts'], (command, empty: boolean) =>
    post('/api/counts/suspicions')(command, { place: bin, empty }),
  );
  if (say.isSuccess) {
    return <Box role="status">{t('counting.suspicionSaid')}</Box>;
  }
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        {holds && (
          <SmallButton onClick={() => say.mutate(true)}>{t('counting.itIsEmpty')}</SmallButton>
        )}
        <SmallButton onClick={() => say.mutate(false)}>{t('counting.looksWrong')}</SmallButton>
      </Box>
      <ProblemNote problem={say.error} />
    </>
  );
}
