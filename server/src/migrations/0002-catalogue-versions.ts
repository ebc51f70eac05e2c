import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Versions of the catalogue: who made each and why. An old one may come into use again, so a digest may recur. */
export class CatalogueVersions1700000000002 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE packs
         ADD COLUMN staff_id INT NULL,
         ADD COLUMN note VARCHAR(200) NOT NULL DEFAULT '',
         ADD CONSTRAINT packs_staff FOREIGN KEY (staff_id) REFERENCES staff (id),
         DROP INDEX digest,
         ADD INDEX packs_digest (digest),
         MODIFY document LONGTEXT COMPRESSED NOT NULL`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE packs
         DROP FOREIGN KEY packs_staff,
         DROP COLUMN staff_id,
         DROP COLUMN note,
         DROP INDEX packs_digest,
         ADD UNIQUE INDEX digest (digest),
         MODIFY document LONGTEXT NOT NULL`,
    )
  }
}
