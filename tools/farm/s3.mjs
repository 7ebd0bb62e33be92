// A small S3 server of one's own in the foreground, for tests and trials: bucket "snugfit", key and secret "S3RVER".
// Usage: node s3.mjs FOLDER PORT [ADDRESS]
import { mkdirSync } from 'node:fs';
import S3rver from 's3rver';

const [folder, port, address = '127.0.0.1'] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const server = new S3rver({
  directory: folder,
  port: Number(port),
  address,
  silent: true,
  configureBuckets: [{ name: 'snugfit' }],
});
await server.run();
// It forgets to catch what it meets when two ask for one file at once.
process.on('uncaughtException', (error) => console.error(error.message));
