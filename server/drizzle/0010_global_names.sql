CREATE TABLE "sign_ins" (
	"name" text PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"member_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tokens" (
	"hash" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"household_id" uuid NOT NULL,
	"id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "calendar_feeds" DROP CONSTRAINT "calendar_feeds_token_hash_unique";--> statement-breakpoint
ALTER TABLE "gauges" DROP CONSTRAINT "gauges_token_hash_unique";--> statement-breakpoint
ALTER TABLE "invitations" DROP CONSTRAINT "invitations_token_hash_unique";--> statement-breakpoint
DROP INDEX "members_sign_in_name";--> statement-breakpoint
ALTER TABLE "sign_ins" ADD CONSTRAINT "sign_ins_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_ins" ADD CONSTRAINT "sign_ins_household_id_member_id_members_household_id_id_fk" FOREIGN KEY ("household_id","member_id") REFERENCES "public"."members"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tokens" ADD CONSTRAINT "tokens_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sign_ins_member" ON "sign_ins" USING btree ("household_id","member_id");--> statement-breakpoint
CREATE INDEX "tokens_subject" ON "tokens" USING btree ("household_id","kind","id");--> statement-breakpoint
-- No policy and no grant: only the functions below, which run as the owner, read or write these.
ALTER TABLE sign_ins ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE tokens ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
REVOKE ALL ON sign_ins, tokens FROM kelvit_app;
--> statement-breakpoint
INSERT INTO sign_ins (name, household_id, member_id)
  SELECT sign_in_name, household_id, id FROM members WHERE sign_in_name IS NOT NULL;
--> statement-breakpoint
INSERT INTO tokens (hash, kind, household_id, id)
  SELECT token_hash, 'invitation', household_id, id FROM invitations
  UNION ALL SELECT token_hash, 'gauge', household_id, id FROM gauges WHERE token_hash IS NOT NULL
  UNION ALL SELECT token_hash, 'calendar', household_id, id FROM calendar_feeds;
--> statement-breakpoint
CREATE FUNCTION kelvit_keep_sign_in() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  DELETE FROM sign_ins WHERE household_id = NEW.household_id AND member_id = NEW.id;
  IF NEW.sign_in_name IS NOT NULL THEN
    INSERT INTO sign_ins (name, household_id, member_id) VALUES (NEW.sign_in_name, NEW.household_id, NEW.id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER sign_in_kept AFTER INSERT OR UPDATE OF sign_in_name ON members
  FOR EACH ROW EXECUTE FUNCTION kelvit_keep_sign_in();
--> statement-breakpoint
CREATE FUNCTION kelvit_keep_token() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN
    DELETE FROM tokens WHERE household_id = OLD.household_id AND kind = TG_ARGV[0] AND id = OLD.id;
  END IF;
  IF TG_OP <> 'DELETE' AND NEW.token_hash IS NOT NULL THEN
    INSERT INTO tokens (hash, kind, household_id, id) VALUES (NEW.token_hash, TG_ARGV[0], NEW.household_id, NEW.id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER token_kept AFTER INSERT OR DELETE OR UPDATE OF token_hash ON invitations
  FOR EACH ROW EXECUTE FUNCTION kelvit_keep_token('invitation');
--> statement-breakpoint
CREATE TRIGGER token_kept AFTER INSERT OR DELETE OR UPDATE OF token_hash ON gauges
  FOR EACH ROW EXECUTE FUNCTION kelvit_keep_token('gauge');
--> statement-breakpoint
CREATE TRIGGER token_kept AFTER INSERT OR DELETE OR UPDATE OF token_hash ON calendar_feeds
  FOR EACH ROW EXECUTE FUNCTION kelvit_keep_token('calendar');
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_keep_sign_in, kelvit_keep_token FROM PUBLIC;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION kelvit_find_sign_in(name text) RETURNS TABLE (member_id uuid, household_id uuid, passphrase_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT m.id, m.household_id, m.passphrase_hash
       FROM sign_ins s JOIN members m ON m.household_id = s.household_id AND m.id = s.member_id
     WHERE s.name = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION kelvit_find_invitation(hash text) RETURNS TABLE (id uuid, household_id uuid, household_name text, role text, expires_at timestamptz, used_at timestamptz)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT i.id, i.household_id, h.name, i.role, i.expires_at, i.used_at
       FROM tokens t JOIN invitations i ON i.household_id = t.household_id AND i.id = t.id
       JOIN households h ON h.id = i.household_id
     WHERE t.hash = $1 AND t.kind = 'invitation' $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION kelvit_find_feed(hash text) RETURNS TABLE (household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT t.household_id FROM tokens t WHERE t.hash = $1 AND t.kind = 'calendar' $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION kelvit_find_gauge(hash text) RETURNS TABLE (gauge_id uuid, household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT t.id, t.household_id FROM tokens t WHERE t.hash = $1 AND t.kind = 'gauge' $$;
