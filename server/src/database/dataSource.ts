import { DataSource } from 'typeorm'
import { packEntity } from '../catalog/entity.ts'
import type { Config } from '../config.ts'
import { consentEntity } from '../consent/entity.ts'
import { otherEvidenceEntity } from '../evidence/entity.ts'
import { evidenceEntity } from '../intake/entity.ts'
import { benchStepEntity, jobEntity, jobEventEntity } from '../jobs/entity.ts'
import { cableEntity } from '../kit/entity.ts'
import { OneLockedPhone1700000000001 } from '../migrations/0001-one-locked-phone.ts'
import { CatalogueVersions1700000000002 } from '../migrations/0002-catalogue-versions.ts'
import { TheCounter1700000000003 } from '../migrations/0003-the-counter.ts'
import { TheBench1700000000004 } from '../migrations/0004-the-bench.ts'
import { orderEntity, serviceEntity, supplierEntity } from '../orders/entity.ts'
import { priceListEntity } from '../prices/service.ts'
import { mailEntity } from '../registry/mailbox.ts'
import { sessionEntity, staffEntity } from '../session/entity.ts'
import { tryEntity } from '../tries/entity.ts'

/** The database of a shop: MariaDB on loopback, in UTC, changed by migrations only. */
export function dataSourceFor({ database }: Pick<Config, 'database'>): DataSource {
  return new DataSource({
    type: 'mariadb',
    host: '127.0.0.1',
    ...database,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    synchronize: false,
    migrationsTransactionMode: 'none',
    entities: [
      staffEntity,
      sessionEntity,
      packEntity,
      jobEntity,
      jobEventEntity,
      benchStepEntity,
      cableEntity,
      otherEvidenceEntity,
      tryEntity,
      supplierEntity,
      serviceEntity,
      orderEntity,
      consentEntity,
      evidenceEntity,
      mailEntity,
      priceListEntity,
    ],
    migrations: [
      OneLockedPhone1700000000001,
      CatalogueVersions1700000000002,
      TheCounter1700000000003,
      TheBench1700000000004,
    ],
    poolSize: 10,
    connectTimeout: 5000,
  })
}
