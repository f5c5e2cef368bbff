import { useQuery } from '@tanstack/react-query';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { everyOf } from '../../kit/everyOf';

export type Kind = Schemas['MovementKind'];
export type Purpose = Kind['purpose'];
export type Way = Schemas['AdjustmentRow']['way'];

export const PURPOSES = everyOf<Purpose>()(['ADJUSTMENT', 'SCRAP', 'LOAN', 'MOVEMENT']);

/** What is old once the book was put right. */
export const RIGHTED = [
  'adjustments',
  'approvals',
  'loans',
  'on-hand',
  'ledger',
  'requisitions',
  'value',
  'reason-report',
];

/** Every reason and movement kind. */
export function useKinds() {
  return useQuery({ ...question('/api/movement-kinds'), staleTime: 30_000 });
}

/** The ways that a kind allows, the usual one first. */
export function waysOf(kind: Pick<Kind, 'direction'>): Way[] {
  return kind.direction === 'EITHER' ? ['SET', 'OUT', 'IN'] : [kind.direction];
}

/** Whether a kind is offered to someone of a role, at one of some sites. */
export function isOffered(
  kind: Pick<Kind, 'roles' | 'sites'>,
  role: string,
  sites: readonly { id: number }[],
): boolean {
  return (
    (kind.roles.length === 0 || kind.roles.includes(role)) &&
    (kind.sites.length === 0 || sites.some((site) => kind.sites.includes(site.id)))
  );
}
