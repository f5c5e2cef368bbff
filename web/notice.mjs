// Writes NOTICE: what the application ships that others made, and under which licence, from what both
// halves list in CycloneDX. `node web/notice.mjs`, after a build.
import { readFileSync, writeFileSync } from 'node:fs';

const lists = [
  ['In the server', 'server/target/classes/META-INF/sbom/application.cdx.json'],
  ['In the web', 'web/target/sbom/web.cdx.json'],
];
const licence = ({ license, expression }) => expression ?? license.id ?? license.name;
const name = ({ group, name }) =>
  group ? `${group}${group.startsWith('@') ? '/' : ':'}${name}` : name;

const parts = lists.map(([title, file]) => {
  const { components } = JSON.parse(readFileSync(file, 'utf8'));
  const rows = components
    .filter((one) => one.type === 'library' && one.group !== 'app.reliquum')
    .map((one) => {
      const under = (one.licenses ?? []).map(licence).join(' or ');
      if (!under) {
        throw new Error(
          `${name(one)} ${one.version} names no licence. Look it up before it ships.`,
        );
      }
      return `${name(one)} ${one.version}: ${under}`;
    });
  return [title, '='.repeat(title.length), ...[...new Set(rows)].sort()].join('\n');
});
writeFileSync(
  'NOTICE',
  `Reliquum ships what others have made, under their licences. Made by web/notice.mjs.\n\n${parts.join('\n\n')}\n`,
);
