import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Staff, sessions, packs, jobs with their append-only events, tries, suppliers and orders. */
export class OneLockedPhone1700000000001 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of TABLES) await runner.query(statement)
    for (const action of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER job_events_no_${action.toLowerCase()} BEFORE ${action} ON job_events FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'job_events is append-only'`,
      )
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of [
      'orders',
      'services',
      'suppliers',
      'tries',
      'job_events',
      'jobs',
      'packs',
      'sessions',
      'staff',
    ])
      await runner.query(`DROP TABLE ${table}`)
  }
}

const TABLES = [
  `CREATE TABLE staff (
     id INT AUTO_INCREMENT PRIMARY KEY,
     name VARCHAR(60) NOT NULL UNIQUE,
     password_hash VARCHAR(200) NOT NULL,
     code_hash VARCHAR(200) NOT NULL)`,
  `CREATE TABLE sessions (
     id VARCHAR(128) PRIMARY KEY,
     content TEXT NOT NULL,
     expires_at DATETIME(3) NOT NULL,
     INDEX (expires_at))`,
  `CREATE TABLE packs (
     id INT AUTO_INCREMENT PRIMARY KEY,
     digest CHAR(64) NOT NULL UNIQUE,
     document LONGTEXT NOT NULL,
     created_at DATETIME(3) NOT NULL)`,
  `CREATE TABLE jobs (
     id INT AUTO_INCREMENT PRIMARY KEY,
     ticket VARCHAR(16) NOT NULL UNIQUE,
     client_key CHAR(36) NOT NULL UNIQUE,
     version INT NOT NULL,
     pack_id INT NOT NULL,
     opened_at DATETIME(3) NOT NULL,
     opened_by INT NOT NULL,
     customer_name VARCHAR(80) NOT NULL,
     customer_contact VARCHAR(120) NOT NULL,
     model_id VARCHAR(48) NULL,
     imei CHAR(15) NULL,
     facts JSON NOT NULL,
     bench JSON NOT NULL,
     account JSON NULL,
     hand_back JSON NULL,
     closed_at DATETIME(3) NULL,
     INDEX (closed_at, opened_at), INDEX (imei), INDEX (customer_name),
     FOREIGN KEY (pack_id) REFERENCES packs (id),
     FOREIGN KEY (opened_by) REFERENCES staff (id))`,
  `CREATE TABLE job_events (
     id INT AUTO_INCREMENT PRIMARY KEY,
     job_id INT NOT NULL,
     at DATETIME(3) NOT NULL,
     staff_id INT NOT NULL,
     kind VARCHAR(40) NOT NULL,
     detail JSON NOT NULL,
     INDEX (job_id, id),
     FOREIGN KEY (job_id) REFERENCES jobs (id),
     FOREIGN KEY (staff_id) REFERENCES staff (id))`,
  `CREATE TABLE tries (
     id CHAR(36) PRIMARY KEY,
     job_id INT NOT NULL,
     family_id VARCHAR(48) NOT NULL,
     procedure_id VARCHAR(48) NOT NULL,
     model_id VARCHAR(48) NOT NULL,
     link VARCHAR(20) NOT NULL,
     staff_id INT NOT NULL,
     started_at DATETIME(3) NOT NULL,
     finished_at DATETIME(3) NULL,
     outcome VARCHAR(10) NULL,
     seen JSON NOT NULL,
     INDEX (job_id, started_at), INDEX (family_id, procedure_id),
     FOREIGN KEY (job_id) REFERENCES jobs (id),
     FOREIGN KEY (staff_id) REFERENCES staff (id))`,
  `CREATE TABLE suppliers (
     id INT AUTO_INCREMENT PRIMARY KEY,
     name VARCHAR(80) NOT NULL UNIQUE,
     country CHAR(2) NOT NULL,
     region VARCHAR(10) NULL,
     zone VARCHAR(40) NOT NULL,
     cut_off CHAR(5) NOT NULL)`,
  `CREATE TABLE services (
     id INT AUTO_INCREMENT PRIMARY KEY,
     supplier_id INT NOT NULL,
     carrier VARCHAR(80) NOT NULL,
     carrier_country CHAR(2) NOT NULL,
     fee_minor INT NOT NULL,
     currency CHAR(3) NOT NULL,
     min_days INT NOT NULL,
     max_days INT NOT NULL,
     FOREIGN KEY (supplier_id) REFERENCES suppliers (id))`,
  `CREATE TABLE orders (
     id CHAR(36) PRIMARY KEY,
     job_id INT NOT NULL,
     service_id INT NOT NULL,
     version INT NOT NULL,
     fee_minor INT NOT NULL,
     currency CHAR(3) NOT NULL,
     ordered_at DATETIME(3) NOT NULL,
     promise JSON NOT NULL,
     state VARCHAR(12) NOT NULL,
     answer VARCHAR(16) NULL,
     code VARCHAR(16) NULL,
     tries_made INT NOT NULL,
     tries_allowed INT NOT NULL,
     INDEX (job_id),
     FOREIGN KEY (job_id) REFERENCES jobs (id),
     FOREIGN KEY (service_id) REFERENCES services (id))`,
].map((statement) => `${statement} ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`)
