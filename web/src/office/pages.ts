import { lazy, type ComponentType, type LazyExoticComponent } from 'react';
import type { Permission } from '../app/session';
import type { Word } from '../app/words';

/** A page of the Office. */
export interface OfficePage {
  /** Its address within its space. */
  path: string;
  /** What it is called, in the catalogue. */
  word: Word;
  Show: LazyExoticComponent<ComponentType>;
  /** Who may open it, if not everyone who may look. */
  may?: Permission;
  /** What one begins here, in the catalogue, and who may; it opens as `new`. */
  adds?: readonly [word: Word, may: Permission];
  /** Whether it is about one thing, and so is reached from others only. */
  ofOne?: boolean;
}

/** A space of the Office: its pages stand in the rail at the left. */
export interface OfficeSpace {
  path: string;
  word: Word;
  pages: readonly OfficePage[];
}

type More = Pick<OfficePage, 'may' | 'adds' | 'ofOne'>;

/** A page whose code comes when it is opened for the first time. */
function page<N extends string>(
  path: string,
  word: Word,
  name: N,
  load: () => Promise<Record<N, ComponentType>>,
  more: More = {},
): OfficePage {
  const Show = lazy(async () => ({ default: (await load())[name] }));
  return { path, word, Show, ...more };
}

/** Every page of the Office. Its routes, the rail, the titles and the ask line are made of this. */
export const SPACES: readonly OfficeSpace[] = [
  {
    path: 'today',
    word: 'space.today',
    pages: [page('', 'space.today', 'TodaySpace', () => import('./today/TodaySpace'))],
  },
  {
    path: 'on-hand',
    word: 'space.onHand',
    pages: [page('', 'space.onHand', 'OnHandSpace', () => import('./onhand/OnHandSpace'))],
  },
  {
    path: 'coming',
    word: 'space.coming',
    pages: [
      page('inbound', 'coming.inbound', 'InboundSpace', () => import('./coming/InboundSpace'), {
        adds: ['inbound.add', 'POST'],
      }),
      page(
        'transfers',
        'coming.transfers',
        'TransferSpace',
        () => import('./coming/TransferSpace'),
        { adds: ['transfer.add', 'POST'] },
      ),
      page('outbound', 'coming.outbound', 'OutboundSpace', () => import('./coming/OutboundSpace'), {
        adds: ['outbound.add', 'POST'],
      }),
      page('returns', 'coming.returns', 'ReturnSpace', () => import('./coming/ReturnSpace'), {
        adds: ['returns.new', 'POST'],
      }),
      page('waiting', 'coming.waiting', 'WaitingSpace', () => import('./coming/WaitingSpace')),
      page('letters', 'coming.letters', 'LettersSpace', () => import('./coming/LettersSpace'), {
        may: 'POST',
      }),
    ],
  },
  {
    path: 'checking',
    word: 'space.checking',
    pages: [
      page('counts', 'checking.counts', 'CountSpace', () => import('./checking/CountSpace'), {
        adds: ['count.add', 'POST'],
      }),
      page('counts/:id', 'checking.counts', 'CountPage', () => import('./checking/CountPage'), {
        ofOne: true,
      }),
      page(
        'adjustments',
        'checking.adjustments',
        'AdjustmentSpace',
        () => import('./checking/AdjustmentSpace'),
        { adds: ['adjust.add', 'MOVE'] },
      ),
      page(
        'approvals',
        'checking.approvals',
        'ApprovalSpace',
        () => import('./checking/ApprovalSpace'),
      ),
      page(
        'reason-report',
        'checking.reasonReport',
        'ReasonReportSpace',
        () => import('./checking/ReasonReportSpace'),
      ),
      page('loans', 'checking.loans', 'LoanSpace', () => import('./checking/LoanSpace')),
      page(
        'programme',
        'checking.programme',
        'ProgrammePage',
        () => import('./checking/ProgrammePage'),
      ),
      page(
        'accuracy',
        'checking.accuracy',
        'AccuracyPage',
        () => import('./checking/AccuracyPage'),
      ),
      page(
        'collector',
        'checking.collector',
        'CollectorPage',
        () => import('./checking/CollectorPage'),
      ),
    ],
  },
  {
    path: 'running-low',
    word: 'space.runningLow',
    pages: [
      page('items', 'low.items', 'LowSpace', () => import('./low/LowSpace')),
      page(
        'requisitions',
        'low.requisitions',
        'RequisitionSpace',
        () => import('./low/RequisitionSpace'),
        { adds: ['low.ask', 'POST'] },
      ),
      page('runs', 'low.runs', 'RunSpace', () => import('./low/RunSpace')),
    ],
  },
  {
    path: 'looking-back',
    word: 'space.lookingBack',
    pages: [
      page('ledger', 'lookingBack.ledger', 'LedgerSpace', () => import('./back/LedgerSpace')),
      page('trace', 'lookingBack.trace', 'TraceSpace', () => import('./back/TraceSpace')),
      page('value', 'lookingBack.value', 'ValuePage', () => import('./back/ValuePage')),
      page('changes', 'lookingBack.changes', 'ChangesPage', () => import('./back/ChangesPage')),
      page('usage', 'lookingBack.usage', 'UsagePage', () => import('./back/UsagePage')),
      page('books', 'lookingBack.books', 'Books', () => import('./back/Books')),
    ],
  },
  {
    path: 'rules',
    word: 'space.rules',
    pages: [
      page('items', 'rules.items', 'ItemRules', () => import('./rules/ItemRules'), {
        adds: ['items.add', 'RULES'],
      }),
      page(
        'categories',
        'categories.title',
        'CategoryRules',
        () => import('./rules/CategoryRules'),
      ),
      page('places', 'rules.places', 'PlaceRules', () => import('./rules/PlaceRules')),
      page('binning/:site', 'rules.places', 'BinningSheet', () => import('./rules/BinningSheet'), {
        ofOne: true,
      }),
      page('put-away', 'rules.put-away', 'PutAwayRules', () => import('./rules/PutAwayRules'), {
        adds: ['putAway.add', 'RULES'],
      }),
      page('removal', 'rules.removal', 'RemovalRules', () => import('./rules/RemovalRules'), {
        adds: ['removal.add', 'RULES'],
      }),
      page(
        'replenishment',
        'rules.replenishment',
        'PolicyRules',
        () => import('./rules/PolicyRules'),
        { adds: ['policy.add', 'RULES'] },
      ),
      page(
        'site-groups',
        'siteGroups.title',
        'SiteGroupRules',
        () => import('./rules/SiteGroupRules'),
        {
          adds: ['siteGroups.add', 'RULES'],
        },
      ),
      page('suppliers', 'rules.suppliers', 'SupplierRules', () => import('./rules/SupplierRules'), {
        adds: ['suppliers.add', 'RULES'],
      }),
      page('taxes', 'taxes.title', 'TaxRules', () => import('./rules/TaxRules'), {
        adds: ['taxes.add', 'RULES'],
      }),
      page('customers', 'rules.customers', 'CustomerRules', () => import('./rules/CustomerRules'), {
        adds: ['customers.add', 'POST'],
      }),
      page('reasons', 'rules.reasons', 'KindRules', () => import('./rules/KindRules'), {
        adds: ['kinds.add', 'RULES'],
      }),
      page('counting', 'rules.counting', 'CountingRules', () => import('./rules/CountingRules')),
      page('labels', 'rules.labels', 'LabelSpace', () => import('./labels/LabelSpace')),
      page('printers', 'printers.title', 'PrinterRules', () => import('./printing/PrinterRules'), {
        adds: ['printers.add', 'RULES'],
      }),
      page('printing', 'printing.title', 'PrintRules', () => import('./printing/PrintRules'), {
        adds: ['printing.add', 'RULES'],
      }),
      page('scales', 'scales.title', 'ScaleRules', () => import('./connections/ScaleRules'), {
        adds: ['scales.add', 'RULES'],
      }),
      page(
        'carriers',
        'carriers.title',
        'CarrierRules',
        () => import('./connections/CarrierRules'),
        {
          adds: ['carriers.add', 'RULES'],
        },
      ),
      page('print-jobs', 'printing.jobs', 'PrintJobs', () => import('./printing/PrintJobs')),
      page('setting-up', 'rules.settingUp', 'SetupSpace', () => import('./imports/SetupSpace'), {
        may: 'RULES',
      }),
      page('tables', 'rules.tables', 'ImportSpace', () => import('./imports/ImportSpace'), {
        may: 'RULES',
      }),
      page(
        'change-log',
        'rules.changeLog',
        'ChangeLogSpace',
        () => import('./rules/ChangeLogSpace'),
        { may: 'RULES' },
      ),
      page('house', 'rules.house', 'HouseRules', () => import('./rules/HouseRules')),
      page('notices', 'notices.choices.title', 'NoticeRules', () => import('./rules/NoticeRules')),
      page('devices', 'rules.devices', 'DeviceRules', () => import('./rules/DeviceRules'), {
        may: 'RULES',
        adds: ['devices.add', 'RULES'],
      }),
      page('people', 'rules.people', 'PeopleRules', () => import('./rules/PeopleRules'), {
        may: 'PEOPLE',
        adds: ['people.add', 'PEOPLE'],
      }),
      page('security', 'rules.security', 'SecurityLog', () => import('./rules/SecurityLog'), {
        may: 'PEOPLE',
      }),
    ],
  },
];

/** The address of a page, or of a space whose first page it is. */
export function addressOf(space: OfficeSpace, one?: OfficePage): string {
  return ['/office', space.path, one?.path].filter(Boolean).join('/');
}
