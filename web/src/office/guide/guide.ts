import type { OfficePage, OfficeSpace } from '../pages';

/** The pages of the guide, by their names in `docs/guide`; each is fetched when it is opened. */
const PAGES = import.meta.glob<string>('../../../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
});

const PICTURES = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

/** The page that lists the others. */
export const CONTENTS = 'README';

const OF_SPACE: Record<string, string> = {
  today: 'today',
  'on-hand': 'finding-stock',
  coming: 'receiving',
  checking: 'counting',
  'running-low': 'running-low',
  'looking-back': 'value',
  rules: 'house-rules',
};

/** Pages of another job than their space is for most of all. */
const OF_PAGE: Record<string, string> = {
  'coming/transfers': 'transfers',
  'coming/outbound': 'shipping',
  'checking/adjustments': 'adjusting',
  'checking/approvals': 'adjusting',
  'checking/reason-report': 'adjusting',
  'checking/loans': 'adjusting',
  'looking-back/ledger': 'finding-stock',
  'looking-back/trace': 'tracing',
  'rules/put-away': 'receiving',
  'rules/removal': 'shipping',
  'rules/customers': 'shipping',
  'rules/replenishment': 'running-low',
  'rules/site-groups': 'running-low',
  'rules/suppliers': 'running-low',
  'rules/reasons': 'adjusting',
  'rules/counting': 'counting',
  'rules/labels': 'scanning',
  'rules/setting-up': 'setting-up',
  'rules/tables': 'setting-up',
};

/** The page of the guide that tells of the job a page is for. */
export function guideOf(space: OfficeSpace, page: OfficePage): string {
  return OF_PAGE[`${space.path}/${page.path}`] ?? OF_SPACE[space.path] ?? CONTENTS;
}

/** The names of all pages of the guide. */
export const GUIDE_PAGES = Object.keys(PAGES).map((path) => nameOf(path));

/** What a page of the guide says, as Markdown; nothing if there is no such page. */
export async function guidePage(name: string): Promise<string | undefined> {
  return PAGES[`../../../../docs/guide/${name}.md`]?.();
}

/** Where a picture of the guide is fetched from. */
export function pictureAt(source: string): string | undefined {
  return PICTURES[`../../../../docs/screenshots/${source.split('/').at(-1)}`];
}

/** The page that a link between pages of the guide leads to, if it stays within the guide. */
export function linkedPage(href: string): string | undefined {
  return /^[\w-]+\.md$/.test(href) ? nameOf(href) : undefined;
}

function nameOf(path: string): string {
  return path.replace(/^.*\//, '').replace(/\.md$/, '');
}
