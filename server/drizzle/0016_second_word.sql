CREATE TABLE "mixed_jars" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"ingredients" jsonb NOT NULL,
	"solids_percent" double precision,
	"rehydrated" boolean,
	CONSTRAINT "mixed_jars_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD COLUMN "struck_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD COLUMN "struck_by" text;--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD COLUMN "struck_why" text;--> statement-breakpoint
ALTER TABLE "households" ADD COLUMN "altitude_moves" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "jar_of" jsonb;--> statement-breakpoint
ALTER TABLE "load_events" ADD COLUMN "doubt_ids" jsonb;--> statement-breakpoint
ALTER TABLE "load_portions" ADD COLUMN "jar_of" jsonb;--> statement-breakpoint
ALTER TABLE "lots" ADD COLUMN "jar_of" jsonb;--> statement-breakpoint
ALTER TABLE "mixed_jars" ADD CONSTRAINT "mixed_jars_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
-- What a transaction wrote waits here, line by line, until it commits. Nothing of it outlives the
-- transaction, so it needs no write-ahead log of its own.
CREATE UNLOGGED TABLE changes_pending (
  tx bigint NOT NULL,
  n bigint GENERATED ALWAYS AS IDENTITY,
  household_id uuid NOT NULL,
  "table" text,
  id uuid,
  version integer,
  "row" jsonb,
  PRIMARY KEY (tx, n)
);
--> statement-breakpoint
ALTER TABLE changes_pending ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON changes_pending TO kelvit_app USING (household_id = (SELECT kelvit_household())) WITH CHECK (household_id = (SELECT kelvit_household()));
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON changes_pending TO kelvit_app;
--> statement-breakpoint
-- The first line of a transaction asks for all of them to be written when it commits.
CREATE FUNCTION kelvit_await_commit(owner uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  mine text := pg_current_xact_id()::text;
BEGIN
  IF current_setting('kelvit.flush', true) = mine THEN RETURN; END IF;
  PERFORM set_config('kelvit.flush', mine, true);
  INSERT INTO changes_pending (tx, household_id) VALUES (mine::bigint, owner);
END $$;
--> statement-breakpoint
-- A line for every row that a statement wrote: all at once, however many there are.
CREATE FUNCTION kelvit_note() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
BEGIN
  IF TG_OP = 'DELETE' THEN
    INSERT INTO changes_pending (tx, household_id, "table", id)
      SELECT pg_current_xact_id()::text::bigint, household_id, TG_TABLE_NAME, id FROM old_rows;
    SELECT household_id INTO owner FROM old_rows LIMIT 1;
  ELSE
    INSERT INTO changes_pending (tx, household_id, "table", id, version, "row")
      SELECT pg_current_xact_id()::text::bigint, r.household_id, TG_TABLE_NAME, r.id, (s.stored ->> 'version')::int, s.stored
      FROM new_rows r
      CROSS JOIN LATERAL (SELECT to_jsonb(r) - ARRAY['household_id', 'passphrase_hash', 'sign_in_name', 'token_hash'] AS stored) s;
    SELECT household_id INTO owner FROM new_rows LIMIT 1;
  END IF;
  IF owner IS NOT NULL THEN PERFORM kelvit_await_commit(owner); END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Rows that also keep what is no change of what they are: named with the trigger.
CREATE FUNCTION kelvit_note_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
  unseen text[] := string_to_array(TG_ARGV[0], ',');
BEGIN
  INSERT INTO changes_pending (tx, household_id, "table", id, version, "row")
    SELECT pg_current_xact_id()::text::bigint,
      coalesce((to_jsonb(n) ->> 'household_id')::uuid, n.id), TG_TABLE_NAME, n.id, n.version,
      to_jsonb(n) - ARRAY['household_id', 'token_hash', 'seq']
    FROM new_rows n JOIN old_rows o ON o.id = n.id
    WHERE (to_jsonb(n) - unseen) IS DISTINCT FROM (to_jsonb(o) - unseen);
  IF FOUND THEN
    SELECT coalesce((to_jsonb(n) ->> 'household_id')::uuid, n.id) INTO owner FROM new_rows n LIMIT 1;
    PERFORM kelvit_await_commit(owner);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- When the transaction commits: the household's row is locked from here on, so numbers follow the
-- order of commits, and it is the last lock that is taken, so nobody waits in a circle for it.
CREATE FUNCTION kelvit_flush_log() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  mine bigint := pg_current_xact_id()::text::bigint;
  owner uuid;
  lines bigint;
  number bigint;
BEGIN
  PERFORM set_config('kelvit.flush', '', true);
  FOR owner, lines IN
    SELECT household_id, count(*) FROM changes_pending WHERE tx = mine AND "table" IS NOT NULL GROUP BY household_id
  LOOP
    UPDATE households SET seq = seq + lines WHERE id = owner RETURNING seq INTO number;
    -- The household itself is going, and its log with it.
    IF NOT FOUND THEN CONTINUE; END IF;
    INSERT INTO changes (household_id, seq, "table", id, version, member_id, at, "row", tx)
      SELECT owner, number - lines + row_number() OVER (ORDER BY n), "table", id, version,
        nullif(current_setting('kelvit.member', true), '')::uuid,
        coalesce(nullif(current_setting('kelvit.now', true), '')::timestamptz, now()),
        "row", mine
      FROM changes_pending
      WHERE tx = mine AND household_id = owner AND "table" IS NOT NULL;
    PERFORM pg_notify('kelvit', owner || ' changes ' || number || ' ' || lines);
  END LOOP;
  DELETE FROM changes_pending WHERE tx = mine;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER committed AFTER INSERT ON changes_pending DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW."table" IS NULL) EXECUTE FUNCTION kelvit_flush_log();
--> statement-breakpoint
CREATE OR REPLACE PROCEDURE kelvit_keep_log(name text) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('DROP TRIGGER IF EXISTS logged ON %I', name);
  EXECUTE format('CREATE TRIGGER logged_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note()', name);
  EXECUTE format('CREATE TRIGGER logged_update AFTER UPDATE ON %I REFERENCING OLD TABLE AS old_rows NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note()', name);
  EXECUTE format('CREATE TRIGGER logged_delete AFTER DELETE ON %I REFERENCING OLD TABLE AS old_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note()', name);
END $$;
--> statement-breakpoint
DO $$ DECLARE kept record; BEGIN
  FOR kept IN
    SELECT c.relname::text AS name FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid
    WHERE t.tgname = 'logged' AND c.relname NOT IN ('households', 'gauges')
  LOOP
    CALL kelvit_keep_log(kept.name);
  END LOOP;
END $$;
--> statement-breakpoint
DROP TRIGGER logged ON gauges;
--> statement-breakpoint
CALL kelvit_keep_log('gauges');
--> statement-breakpoint
-- That a gauge was heard is no change of what it is.
DROP TRIGGER logged_update ON gauges;
--> statement-breakpoint
CREATE TRIGGER logged_update AFTER UPDATE ON gauges REFERENCING OLD TABLE AS old_rows NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note_changed('last_heard_at,updated_at');
--> statement-breakpoint
DROP TRIGGER logged ON households;
--> statement-breakpoint
CREATE TRIGGER logged_update AFTER UPDATE ON households REFERENCING OLD TABLE AS old_rows NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note_changed('seq,is_demo,created_at,updated_at');
--> statement-breakpoint
DROP FUNCTION kelvit_log;
--> statement-breakpoint
CALL kelvit_enclose('mixed_jars');
--> statement-breakpoint
-- A way that had no setting of its own until now.
UPDATE households SET settings = settings || '{"foodMinutes": {}}';
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
-- Jars that are gone are not held again with their load: there may be thousands. One that comes
-- back, because it was a slip that it was gone, comes back as its load is judged by then.
ALTER TABLE logbook ADD COLUMN hold text;
--> statement-breakpoint
CREATE FUNCTION kelvit_hold_again() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT hold INTO NEW.hold FROM logbook WHERE household_id = NEW.household_id AND id = NEW.load_id;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER held_again BEFORE UPDATE OF state ON jars FOR EACH ROW
  WHEN (NEW.load_id IS NOT NULL AND OLD.state IN ('eaten', 'discarded', 'processed-again')
    AND NEW.state NOT IN ('eaten', 'discarded', 'processed-again'))
  EXECUTE FUNCTION kelvit_hold_again();
--> statement-breakpoint
-- Lines from before say nothing of it: they are worked out anew.
DELETE FROM logbook;
