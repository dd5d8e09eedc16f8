// Packs the extension of an editor: types checked, all in one file, in the archive that the editor installs (Open Packaging
// Conventions, ECMA-376 part 2).
import { build } from 'esbuild';
import { strToU8, zipSync } from 'fflate';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const root = path.join(import.meta.dirname, '..');
const folder = path.join(root, 'editors', 'vscode');
const manifest = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));

const { status } = spawnSync(path.join(root, 'node_modules', '.bin', 'tsc'), ['-p', folder], { stdio: 'inherit' });
if (status !== 0) process.exit(1);

const { outputFiles: [bundle] } = await build({
  entryPoints: [path.join(folder, 'src', 'extension.ts')],
  bundle: true,
  write: false,
  minify: true,
  platform: 'node',
  target: 'node18',
  format: 'cjs',
  // The editor has it.
  external: ['vscode'],
});

const escaped = (text) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');
const { name, displayName, description, version, publisher, engines, categories } = manifest;
const about = `<?xml version="1.0" encoding="utf-8"?>
<PackageManifest Version="2.0.0" xmlns="http://schemas.microsoft.com/developer/vsx-schema/2011">
  <Metadata>
    <Identity Language="en-US" Id="${escaped(name)}" Version="${escaped(version)}" Publisher="${escaped(publisher)}"/>
    <DisplayName>${escaped(displayName)}</DisplayName>
    <Description xml:space="preserve">${escaped(description)}</Description>
    <Categories>${escaped(categories.join(','))}</Categories>
    <Properties><Property Id="Microsoft.VisualStudio.Code.Engine" Value="${escaped(engines.vscode)}"/></Properties>
    <License>extension/LICENSE.txt</License>
  </Metadata>
  <Installation><InstallationTarget Id="Microsoft.VisualStudio.Code"/></Installation>
  <Dependencies/>
  <Assets>
    <Asset Type="Microsoft.VisualStudio.Code.Manifest" Path="extension/package.json" Addressable="true"/>
    <Asset Type="Microsoft.VisualStudio.Services.Content.Details" Path="extension/readme.md" Addressable="true"/>
    <Asset Type="Microsoft.VisualStudio.Services.Content.License" Path="extension/LICENSE.txt" Addressable="true"/>
  </Assets>
</PackageManifest>
`;
const types = `<?xml version="1.0" encoding="utf-8"?>
<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">${
  [['.json', 'application/json'], ['.js', 'application/javascript'], ['.md', 'text/markdown'], ['.txt', 'text/plain'], ['.vsixmanifest', 'text/xml']]
    .map(([ending, type]) => `<Default Extension="${ending}" ContentType="${type}"/>`).join('')}</Types>
`;
// The page of the extension is read where the rest of the repository is not.
const readme = readFileSync(path.join(folder, 'README.md'), 'utf8').replace(
  / What it then does is told in \[[^\]]*\]\([^)]*\)\./, ' What it then does is told in docs/editors.md of its repository.',
);
const archive = zipSync({
  'extension.vsixmanifest': strToU8(about),
  '[Content_Types].xml': strToU8(types),
  'extension/package.json': strToU8(`${JSON.stringify(manifest, null, 2)}\n`),
  'extension/extension.js': bundle.contents,
  'extension/readme.md': strToU8(readme),
  'extension/LICENSE.txt': readFileSync(path.join(root, 'LICENSE')),
  // The same archive each time.
}, { mtime: new Date(2026, 0, 1) });
const target = path.join(folder, 'elvar.vsix');
writeFileSync(target, archive);
console.log(`${path.relative(process.cwd(), target)}: ${(archive.length / 1024).toFixed(0)} kB. Install it with: code `
  + `--install-extension ${path.relative(process.cwd(), target)}`);
