CREATE TABLE "access_tokens" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"name" text NOT NULL,
	"scope" text NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"last_used_at" timestamp with time zone,
	CONSTRAINT "access_tokens_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
CREATE TABLE "logbook" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"verdict" text NOT NULL,
	"reason" text NOT NULL,
	"minutes" double precision,
	"foods" text[] NOT NULL,
	"words" text NOT NULL,
	CONSTRAINT "logbook_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
ALTER TABLE "access_tokens" ADD CONSTRAINT "access_tokens_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_tokens" ADD CONSTRAINT "access_tokens_household_id_member_id_members_household_id_id_fk" FOREIGN KEY ("household_id","member_id") REFERENCES "public"."members"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "logbook" ADD CONSTRAINT "logbook_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "logbook" ADD CONSTRAINT "logbook_household_id_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","id") REFERENCES "public"."loads"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "access_tokens_member" ON "access_tokens" USING btree ("household_id","member_id");--> statement-breakpoint
CREATE INDEX "logbook_starts" ON "logbook" USING btree ("household_id","starts_at");
--> statement-breakpoint
-- Neither is told to devices: no line of the log.
ALTER TABLE access_tokens ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON access_tokens TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household());
--> statement-breakpoint
ALTER TABLE logbook ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON logbook TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household());
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON access_tokens, logbook TO kelvit_app;
--> statement-breakpoint
CREATE TRIGGER token_kept AFTER INSERT OR DELETE OR UPDATE OF token_hash ON access_tokens
  FOR EACH ROW EXECUTE FUNCTION kelvit_keep_token('access');
--> statement-breakpoint
-- A token that is revoked takes its streams with it, like a session.
CREATE TRIGGER ended AFTER DELETE ON access_tokens FOR EACH ROW EXECUTE FUNCTION kelvit_session_ended();
--> statement-breakpoint
-- Whose a program's token is, what it may and when it was used last, all at once.
CREATE FUNCTION kelvit_open_access(hash text) RETURNS TABLE (id uuid, scope text, expires_at timestamptz, last_used_at timestamptz, member jsonb, household jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT a.id, a.scope, a.expires_at, a.last_used_at, to_jsonb(m) - 'passphrase_hash', to_jsonb(h)
       FROM tokens t
       JOIN access_tokens a ON a.household_id = t.household_id AND a.id = t.id
       JOIN members m ON m.household_id = a.household_id AND m.id = a.member_id
       JOIN households h ON h.id = a.household_id
     WHERE t.hash = $1 AND t.kind = 'access' AND m.removed_at IS NULL $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_open_access FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_open_access TO kelvit_app;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION kelvit_log() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
  subject uuid;
  stored jsonb;
  number bigint;
BEGIN
  -- Whoever reads in a whole household writes its lines all at once.
  IF current_setting('kelvit.quiet', true) = 'on' THEN RETURN NULL; END IF;
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
-- No price is known until somebody names it.
UPDATE households SET settings = settings || '{"prices": {"lid": null, "additions": null, "fuel": null, "jar": null, "jarRuns": 20, "shop": {}}}';
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
