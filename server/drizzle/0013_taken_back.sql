ALTER TABLE "changes" ADD COLUMN "tx" bigint;
--> statement-breakpoint
-- The log also says which lines were written together.
CREATE OR REPLACE FUNCTION kelvit_log() RETURNS trigger LANGUAGE plpgsql AS $$
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
  INSERT INTO changes (household_id, seq, "table", id, version, member_id, at, "row", tx) VALUES (
    owner, number, TG_TABLE_NAME, subject, (stored ->> 'version')::int,
    nullif(current_setting('kelvit.member', true), '')::uuid,
    coalesce(nullif(current_setting('kelvit.now', true), '')::timestamptz, now()),
    stored, pg_current_xact_id()::text::bigint);
  PERFORM pg_notify('kelvit', owner || ' changes ' || number);
  RETURN NULL;
END $$;
--> statement-breakpoint
-- A way that had no setting of its own until now.
UPDATE households SET settings = settings || jsonb_build_object('canningDays', 'even');
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
