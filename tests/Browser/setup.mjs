import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { pictures } from './shop.mjs';

/** Draws the pictures that the tests give to the shop. */
export default () => {
  rmSync(pictures, { recursive: true, force: true });
  execFileSync('php', ['tests/Browser/pictures.php', pictures]);
};
