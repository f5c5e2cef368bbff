import type { Schemas } from '../api/client';

/** Where in the office something is shown that was found by words. */
export function addressOfHit(hit: Schemas['AskHit']): string {
  switch (hit.kind) {
    case 'ITEM':
      return `/office/on-hand?open=item:${hit.id}`;
    case 'BIN':
      return `/office/on-hand?group=PLACE&open=place:${hit.id}`;
    case 'LOT':
      return `/office/on-hand?group=LOT&open=item:${hit.itemId}&lot=${hit.id}`;
    case 'SERIAL':
      return `/office/looking-back?serial=${hit.id}&about=${encodeURIComponent(hit.title)}`;
    case 'ORDER':
      return `/office/coming/inbound?filter=ALL&open=${hit.id}`;
    case 'TRANSFER':
      return `/office/coming/transfers?filter=ALL&open=${hit.id}`;
    case 'SUPPLIER_RETURN':
      return `/office/coming/returns?filter=ALL&open=${hit.id}`;
    case 'LEAVING':
      return `/office/coming/outbound?filter=ALL&open=${hit.id}`;
    case 'COUNT':
      return `/office/checking/counts/${hit.id}`;
    case 'POSTING':
      return `/office/looking-back?posting=${hit.id}`;
    case 'PERSON':
      return `/office/rules/people?open=${hit.id}`;
  }
}
