// Writes what the web half ships, in CycloneDX: what npm lists, without what only builds and tests
// it. (npm's own "--omit dev" leaves out packages that both need.)
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';

const listed = execFileSync(
  'npm',
  ['sbom', '--sbom-format', 'cyclonedx', '--sbom-type', 'application'],
  { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 },
);
const bom = JSON.parse(listed);
const builds = (one) =>
  one.properties?.some(
    ({ name, value }) => name === 'cdx:npm:package:development' && value === 'true',
  );
const gone = new Set(bom.components.filter(builds).map((one) => one['bom-ref']));
bom.components = bom.components.filter((one) => !gone.has(one['bom-ref']));
bom.dependencies = bom.dependencies
  .filter((one) => !gone.has(one.ref))
  .map((one) => ({ ...one, dependsOn: one.dependsOn?.filter((ref) => !gone.has(ref)) }));
mkdirSync('target/sbom', { recursive: true });
writeFileSync('target/sbom/web.cdx.json', JSON.stringify(bom, null, 1));
