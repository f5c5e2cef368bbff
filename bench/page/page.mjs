// How fast the first pages open, as Lighthouse sees them: the Floor on a simulated phone, the Office on a
// desktop. Asks a running demo house; each page three times, the middle of them is told.
import { launch } from 'chrome-launcher';
import lighthouse, { desktopConfig } from 'lighthouse';

const RUNS = 3;
const CATEGORIES = ['performance', 'accessibility', 'best-practices'];
const PAGES = [
  { name: 'Floor, the phone', path: '/floor', who: 'tavi' },
  { name: 'Office, the desktop', path: '/office/today', who: 'maren', config: desktopConfig },
];

/** As the README publishes it. */
const PASSWORD = 'kittiwake quay';

const address = process.argv[2] ?? 'http://127.0.0.1:8080';

/** The cookies of someone who has signed in with the password of the demo house. */
async function signIn(who) {
  const start = await fetch(`${address}/api/session`);
  const token = /XSRF-TOKEN=([^;]+)/.exec(start.headers.get('set-cookie'))[1];
  const answer = await fetch(`${address}/api/session/password`, {
    method: 'POST',
    headers: {
      'Content-Type': 'application/json',
      'X-XSRF-TOKEN': token,
      'X-Device': 'bench',
      'Idempotency-Key': crypto.randomUUID(),
      Cookie: `XSRF-TOKEN=${token}`,
    },
    body: JSON.stringify({ code: who.toUpperCase(), password: PASSWORD }),
  });
  if (!answer.ok) {
    throw new Error(`${who} can't sign in: ${answer.status} ${await answer.text()}`);
  }
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .concat(`XSRF-TOKEN=${token}`)
    .join('; ');
}

async function measure(page) {
  const Cookie = await signIn(page.who);
  const chrome = await launch({
    chromePath: process.env.CHROME_PATH ?? '/usr/bin/chromium',
    chromeFlags: ['--headless=new', '--no-sandbox'],
  });
  try {
    const runs = [];
    for (let i = 0; i < RUNS; i++) {
      const { lhr } = await lighthouse(
        address + page.path,
        { port: chrome.port, onlyCategories: CATEGORIES, extraHeaders: { Cookie }, logLevel: 'error' },
        page.config,
      );
      runs.push(lhr);
    }
    return runs.toSorted((a, b) => score(a, 'performance') - score(b, 'performance'))[1];
  } finally {
    await chrome.kill();
  }
}

function score(run, category) {
  return Math.round(run.categories[category].score * 100);
}

const said = (run, audit) => run.audits[audit].displayValue?.replace(/\s/g, ' ') ?? '–';

console.log('| Page | Performance | First paint | Largest paint | Blocked | Accessibility | Best practices |');
console.log('| --- | --- | --- | --- | --- | --- | --- |');
for (const page of PAGES) {
  const run = await measure(page);
  console.log(
    `| ${[
      page.name,
      score(run, 'performance'),
      said(run, 'first-contentful-paint'),
      said(run, 'largest-contentful-paint'),
      said(run, 'total-blocking-time'),
      score(run, 'accessibility'),
      score(run, 'best-practices'),
    ].join(' | ')} |`,
  );
  if (process.env.WHY) {
    for (const audit of Object.values(run.audits).filter((one) => one.score !== null && one.score < 0.9)) {
      console.error(`  ${audit.id}: ${audit.score} ${audit.displayValue ?? ''}`);
    }
  }
}
