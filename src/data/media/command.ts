// Run by npm run media -- to s3|database: pictures go where they shall lie, one after the other, while the studio goes on.
import { database } from '../database';
import { elsewhere, movePictures, payBytes } from './pictures';

async function main(): Promise<void> {
  const to = process.argv[2];
  if (to !== 'database' && to !== elsewhere) throw new Error('say where to: s3 or database');
  const moved = await movePictures(to);
  const gone = await payBytes();
  console.warn(`${moved} pictures moved, ${gone} taken away where nothing names them any more`);
}

main()
  .catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  })
  .finally(() => (process.env.DATABASE_URL ? database().close() : undefined));
