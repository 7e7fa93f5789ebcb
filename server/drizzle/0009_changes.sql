CREATE TABLE "changes" (
	"household_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"table" text NOT NULL,
	"id" uuid NOT NULL,
	"version" integer,
	"member_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"row" jsonb,
	CONSTRAINT "changes_household_id_seq_pk" PRIMARY KEY("household_id","seq")
);
--> statement-breakpoint
ALTER TABLE "households" ADD COLUMN "seq" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jars_state_at" ON "jars" USING btree ("household_id","state_at");--> statement-breakpoint
CREATE INDEX "changes_row" ON "changes" USING btree ("household_id","table","id","seq");--> statement-breakpoint
ALTER TABLE changes ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON changes TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household());
--> statement-breakpoint
-- The log is added to and read; nobody rewrites it.
GRANT SELECT, INSERT ON changes TO kelvit_app;
--> statement-breakpoint
-- One line of the log for every row that was written, when its transaction commits: the
-- household's row is locked from here to the commit, so numbers follow the order of commits,
-- and it is the last lock that is taken, so nobody waits in a circle for it.
CREATE FUNCTION kelvit_log() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
  subject uuid;
  stored jsonb;
  number bigint;
BEGIN
  IF TG_TABLE_NAME = 'households' THEN
    owner := NEW.id;
    subject := NEW.id;
    stored := to_jsonb(NEW) - 'seq';
  ELSIF TG_OP = 'DELETE' THEN
    owner := OLD.household_id;
    subject := OLD.id;
  ELSE
    owner := NEW.household_id;
    subject := NEW.id;
    stored := to_jsonb(NEW) - ARRAY['household_id', 'passphrase_hash', 'sign_in_name', 'token_hash'];
  END IF;
  UPDATE households SET seq = seq + 1 WHERE id = owner RETURNING seq INTO number;
  -- The household itself is going, and its log with it.
  IF NOT FOUND THEN RETURN NULL; END IF;
  INSERT INTO changes (household_id, seq, "table", id, version, member_id, at, "row") VALUES (
    owner, number, TG_TABLE_NAME, subject, (stored ->> 'version')::int,
    nullif(current_setting('kelvit.member', true), '')::uuid,
    coalesce(nullif(current_setting('kelvit.now', true), '')::timestamptz, now()),
    stored);
  PERFORM pg_notify('kelvit', owner || ' changes ' || number);
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Every table of a household has its wall and its log.
CREATE OR REPLACE PROCEDURE kelvit_enclose(name text) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
  EXECUTE format('CREATE POLICY own_household ON %I TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household())', name);
  EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO kelvit_app', name);
  CALL kelvit_keep_log(name);
END $$;
--> statement-breakpoint
CREATE PROCEDURE kelvit_keep_log(name text) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('DROP TRIGGER IF EXISTS changed ON %I', name);
  EXECUTE format('CREATE CONSTRAINT TRIGGER logged AFTER INSERT OR UPDATE OR DELETE ON %I DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION kelvit_log()', name);
END $$;
--> statement-breakpoint
CALL kelvit_keep_log('members');
--> statement-breakpoint
CALL kelvit_keep_log('canners');
--> statement-breakpoint
CALL kelvit_keep_log('gauge_tests');
--> statement-breakpoint
CALL kelvit_keep_log('containers');
--> statement-breakpoint
CALL kelvit_keep_log('shelves');
--> statement-breakpoint
CALL kelvit_keep_log('lots');
--> statement-breakpoint
CALL kelvit_keep_log('loads');
--> statement-breakpoint
CALL kelvit_keep_log('load_portions');
--> statement-breakpoint
CALL kelvit_keep_log('load_events');
--> statement-breakpoint
CALL kelvit_keep_log('jars');
--> statement-breakpoint
CALL kelvit_keep_log('process_checks');
--> statement-breakpoint
CALL kelvit_keep_log('recipes');
--> statement-breakpoint
CALL kelvit_keep_log('plantings');
--> statement-breakpoint
CALL kelvit_keep_log('needs');
--> statement-breakpoint
CALL kelvit_keep_log('jar_groups');
--> statement-breakpoint
CALL kelvit_keep_log('lid_lots');
--> statement-breakpoint
CALL kelvit_keep_log('supplies');
--> statement-breakpoint
CALL kelvit_keep_log('season_loads');
--> statement-breakpoint
CALL kelvit_keep_log('kitchen_hours');
--> statement-breakpoint
CALL kelvit_keep_log('kitchen_exceptions');
--> statement-breakpoint
CALL kelvit_keep_log('busy_times');
--> statement-breakpoint
CALL kelvit_keep_log('calendar_feeds');
--> statement-breakpoint
-- That a gauge was heard is no change of what it is.
DROP TRIGGER changed ON gauges;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER logged AFTER INSERT OR DELETE OR UPDATE OF canner_id, name, simulated, token_hash, version ON gauges DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION kelvit_log();
--> statement-breakpoint
DROP TRIGGER changed ON households;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER logged AFTER UPDATE OF name, zone, altitude_ft, units, currency, settings, version ON households DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION kelvit_log();
--> statement-breakpoint
DROP FUNCTION kelvit_changed;
--> statement-breakpoint
DROP FUNCTION kelvit_household_changed;
--> statement-breakpoint
-- Ways that had no setting of their own until now.
UPDATE households SET settings = settings || jsonb_build_object(
  'extraMinutes', 0, 'tomatoOption', 'standard', 'clockHours', CASE WHEN units = 'us' THEN 12 ELSE 24 END);
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
