import Box from '@mui/material/Box';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t, within } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { fonts } from '../../app/theme';
import { GridRow } from '../../kit/GridRow';
import { Amount } from '../../kit/Amount';
import { Choice, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { date, quantity } from '../../kit/format';
import { ItemPicture } from '../../kit/ItemPicture';
import { LOT_ORDERS, type LotOrder } from '../../kit/lotOrder';
import { PanelToCome, Part, SidePanel } from '../../kit/SidePanel';
import { parts, StockBar } from '../../kit/StockBar';
import { LabelButton } from '../labels/LabelButton';
import { Costing } from './Costing';
import { SuppliersOfItem } from './SuppliersOfItem';
import { LotPart } from './LotPart';
import { Movements } from './Movements';
import { ReservedHere } from './ReservedHere';
import { StockCourse } from './StockCourse';

type Row = Schemas['OnHandRow'];

/** Everything about an item's stock: how much, made of what, where, which lots, what moved. */
export function ItemPanel({
  item,
  lot,
  onClose,
}: {
  item: number;
  lot?: number;
  onClose: () => void;
}) {
  const card = useQuery(question('/api/items/{id}', { id: item }));
  const total = useQuery(
    question('/api/on-hand', { group: 'ITEM', item, stocked: 'ALL', limit: 1 }),
  );
  const [order, setOrder] = useState<LotOrder>('PLACE');
  const lies = useQuery({
    ...question('/api/on-hand', { group: 'POSITION', item, sort: order, limit: 200 }),
    placeholderData: keepPreviousData,
  });
  if (!card.data || !lies.data) {
    return <PanelToCome problem={card.error ?? lies.error} onClose={onClose} />;
  }
  const sum = total.data?.rows[0];
  const onHand = sum?.onHand ?? '0';
  const available = sum?.available ?? '0';
  const of = parts(onHand, available, sum?.coming, sum?.reserved);
  const most = Math.max(0, ...lies.data.rows.map((row) => Number(row.onHand)));
  const unit = card.data.symbol;
  return (
    <SidePanel
      title={card.data.name}
      over={
        <>
          <Code>{card.data.code}</Code>
          {card.data.category && ` · ${card.data.category}`}
          {card.data.hazardClass && ` · ${t('item.hazard')} ${card.data.hazardClass}`}
        </>
      }
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, my: 1 }}>
        <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 44, lineHeight: 1 }}>
          <Amount value={onHand} unit={unit} />
        </Box>
        <Box sx={{ color: 'text.secondary', flex: 1 }}>{within(t('onHand.onHand'))}</Box>
        <ItemPicture item={item} picture={card.data.picture} name={card.data.name} />
      </Box>
      <StockBar of={of} scale={Number(onHand) + (of.coming ?? 0)} height={14} />
      <Box sx={{ display: 'flex', gap: 2, mt: 0.5 }}>
        <span>
          {t('bar.available')} <b>{quantity(available)}</b>
        </span>
        {(of.reserved ?? 0) > 0 && (
          <span>
            {t('bar.reserved')} <b>{quantity(String(of.reserved))}</b>
          </span>
        )}
        {of.held > 0 && (
          <span>
            {t('bar.held')} <b>{quantity(String(of.held))}</b>
          </span>
        )}
      </Box>
      {of.coming !== undefined && (
        <Box sx={{ mt: 0.5 }}>
          <Link to={`/office/coming/inbound?q=${encodeURIComponent(card.data.code)}`}>
            {t('bar.coming')} <b>{quantity(String(of.coming))}</b>
          </Link>
        </Box>
      )}
      {lot && <LotPart key={lot} lot={lot} />}
      <StockCourse item={item} name={card.data.name} />
      <Part title={t('onHand.lies')}>
        {lies.data.total > 1 && (
          <Choice
            label={t('onHand.order.label')}
            value={order}
            onChange={(next) => setOrder(next as LotOrder)}
            options={optionsOf(LOT_ORDERS, (one) => t(`onHand.order.${one}`))}
          />
        )}
        {lies.data.rows.map((row) => (
          <Position key={row.key} row={row} most={most} chosen={row.lotId === lot} />
        ))}
        {lies.data.total === 0 && (
          <Box sx={{ color: 'text.secondary' }}>{t('onHand.noneAnywhere')}</Box>
        )}
        {lies.data.total > lies.data.rows.length && (
          <Box sx={{ color: 'text.secondary' }}>
            {t('onHand.more', { count: lies.data.total - lies.data.rows.length })}
          </Box>
        )}
      </Part>
      {card.data.packs.length > 0 && (
        <Part title={t('item.packs')}>
          {card.data.packs.map((pack) => (
            <Box key={pack.id}>
              {pack.name} = {quantity(pack.factor)} {unit}
            </Box>
          ))}
        </Part>
      )}
      <Costing item={item} />
      <SuppliersOfItem item={item} symbol={unit} />
      <ReservedHere item={item} />
      <Movements of={{ item, lot }} about={card.data.code} />
      <Part title={t('item.more')}>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <Link to={`/office/checking/adjustments?open=new&item=${item}`}>
            {t('adjust.putRight')}
          </Link>
          <Link to={`/office/rules/items?open=${item}`}>{t('item.rules')}</Link>
          <LabelButton of="ITEM" ids={[item]} word={t('labels.item')} />
          {lot && <LabelButton of="LOT" ids={[lot]} word={t('labels.lot')} />}
        </Box>
      </Part>
    </SidePanel>
  );
}

function Position({ row, most, chosen }: { row: Row; most: number; chosen: boolean }) {
  const lot = row.lot && `${t('lot')} ${row.lot}`;
  const detail = [
    row.serial && `${t('serial')} ${row.serial}`,
    row.expiry && `${t('expires')} ${date(row.expiry)}`,
    row.inDate && t('onHand.sinceDay', { day: date(row.inDate) }),
    row.condition !== 'GOOD' && row.condition && t(`conditions.${row.condition}`),
  ].filter(Boolean);
  return (
    <GridRow sx={{ bgcolor: chosen ? (theme) => theme.house.chosen : undefined }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '110px 1fr 90px', gap: 1 }}>
        <Link to={`?group=PLACE&open=place:${row.placeId}`}>
          <Code>{row.place}</Code>
        </Link>
        <Box sx={{ alignSelf: 'center' }}>
          <StockBar
            of={parts(row.onHand ?? '0', row.available ?? '0', null, row.reserved)}
            scale={most}
          />
        </Box>
        <Box sx={{ textAlign: 'right' }}>
          <Amount value={row.onHand} unit={row.symbol} />
        </Box>
      </Box>
      <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
        {row.site}
        {lot && (
          <>
            {' · '}
            <Link to={`?group=ITEM&open=item:${row.itemId}&lot=${row.lotId}`}>{lot}</Link>
          </>
        )}
        {detail.map((one) => ` · ${one}`).join('')}
      </Box>
    </GridRow>
  );
}
