import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { expect, pictures, test } from './shop.mjs';

test('the example of the guide for scripts works as it stands there', async ({ baseURL }) => {
  test.setTimeout(120_000);
  const shop = { ...process.env, SNUGFIT_DATA: `${process.cwd()}/var/browser-test` };
  const user = (...words) =>
    execFileSync('bin/snugfit', ['user', ...words], { env: shop, input: 'lamp-oil-at-dusk\n' }).toString();
  user('add', 'a-script', '--role=operator', '--password-stdin');
  const token = user('token', 'a-script', 'nightly').trim();
  const [, script] = readFileSync('docs/api.md', 'utf8').match(/```sh\n([\s\S]+?)```/);
  const folder = mkdtempSync(`${tmpdir()}/snugfit-api-`);
  execFileSync('bash', ['-euo', 'pipefail', '-c', script], {
    cwd: folder,
    env: { ...process.env, SHOP: baseURL.replace(/\/$/, ''), TOKEN: token, PICTURES: `${pictures}/good` },
  });
  const listed = execFileSync('unzip', ['-Z1', `${folder}/parcel.zip`]).toString();
  expect(listed).toContain('manifest.json');
  expect(listed).toMatch(/-4x6-1800x1200-300ppi\.jpg|-4x6-1200x1800-300ppi\.jpg/);
});
