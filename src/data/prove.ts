// npm run summaries: proves that what is kept beside histories equals what all of them make, and writes it anew. The server
// that runs may go on meanwhile.
import { isDeepStrictEqual } from 'node:util';
import { database } from './database';
import { Client, ClientSummaryRow, Studio } from './models';
import { ready } from './ready';
import { miscounted, recount } from './recount';
import { findClient } from './stores/clients';
import { payEverything } from './stores/follows';
import { findRepertoire } from './stores/studio';
import { findSummary, makeSummary } from './stores/summaries';
import type { Who } from './types';

const atOnce = 200;

async function prove(): Promise<boolean> {
  const sequelize = ready();
  const owed = await payEverything();
  const counts = await miscounted(sequelize);
  if (counts > 0) await sequelize.transaction((transaction) => recount(sequelize, transaction));
  let [clients, wrong] = [0, 0];
  for (const studio of await Studio.findAll({ attributes: ['id', 'timeZone'] })) {
    const who: Who = { userId: '', studioId: studio.id, name: '', role: 'instructor', sees: 'all' };
    const repertoire = await findRepertoire(who);
    for (let offset = 0; ; offset += atOnce) {
      const some = await Client.findAll({
        where: { studioId: studio.id },
        attributes: ['id'],
        order: [['id', 'ASC']],
        limit: atOnce,
        offset,
      });
      for (const { id } of some) {
        const card = await findClient(who, id);
        if (!card.ok) continue;
        const kept = await findSummary(who, repertoire, card.value);
        const fresh: unknown = JSON.parse(
          JSON.stringify(await makeSummary(who, card.value, repertoire, studio.timeZone)),
        );
        clients += 1;
        if (isDeepStrictEqual(JSON.parse(JSON.stringify(kept)), fresh)) continue;
        wrong += 1;
        await ClientSummaryRow.destroy({ where: { clientId: id } }); // made anew by the next who asks
      }
      if (some.length < atOnce) break;
    }
  }
  console.log(
    `${owed} sessions owed; ${counts} counts of corrections differed; ${wrong} of ${clients} summaries differed`,
  );
  return counts === 0 && wrong === 0;
}

prove()
  .then(async (equal) => {
    await database().close();
    process.exit(equal ? 0 : 1);
  })
  .catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(2);
  });
