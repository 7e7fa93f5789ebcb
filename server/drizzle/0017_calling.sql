CREATE TABLE "calls" (
	"household_id" uuid NOT NULL,
	"key" text NOT NULL,
	"load_id" uuid NOT NULL,
	"called_at" timestamp with time zone NOT NULL,
	"times" integer NOT NULL,
	"heard_at" timestamp with time zone,
	CONSTRAINT "calls_household_id_key_pk" PRIMARY KEY("household_id","key")
);
--> statement-breakpoint
CREATE TABLE "house_keys" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "push_subscriptions" (
	"session_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"endpoint" text NOT NULL,
	"p256dh" text NOT NULL,
	"auth" text NOT NULL,
	"calls_from" text,
	"calls_until" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "push_subscriptions_household_id_session_id_pk" PRIMARY KEY("household_id","session_id")
);
--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD COLUMN "made_by" uuid;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "device" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "last_seen_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "sessions_id" ON "sessions" USING btree ("household_id","id");--> statement-breakpoint
ALTER TABLE "calls" ADD CONSTRAINT "calls_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calls" ADD CONSTRAINT "calls_household_id_load_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","load_id") REFERENCES "public"."loads"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "push_subscriptions" ADD CONSTRAINT "push_subscriptions_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "push_subscriptions" ADD CONSTRAINT "push_subscriptions_household_id_session_id_sessions_household_id_id_fk" FOREIGN KEY ("household_id","session_id") REFERENCES "public"."sessions"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "push_subscriptions" ADD CONSTRAINT "push_subscriptions_household_id_member_id_members_household_id_id_fk" FOREIGN KEY ("household_id","member_id") REFERENCES "public"."members"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "calls_load" ON "calls" USING btree ("household_id","load_id");--> statement-breakpoint
CREATE INDEX "push_subscriptions_member" ON "push_subscriptions" USING btree ("household_id","member_id");
--> statement-breakpoint
ALTER TABLE calls ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE push_subscriptions ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON calls TO kelvit_app USING (household_id = (SELECT kelvit_household())) WITH CHECK (household_id = (SELECT kelvit_household()));
--> statement-breakpoint
CREATE POLICY own_household ON push_subscriptions TO kelvit_app USING (household_id = (SELECT kelvit_household())) WITH CHECK (household_id = (SELECT kelvit_household()));
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON calls, push_subscriptions TO kelvit_app;
--> statement-breakpoint
-- No policy and no grant: only the owner and the function below read it.
ALTER TABLE house_keys ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE FUNCTION kelvit_house_key(name text) RETURNS text
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT k.value FROM house_keys k WHERE k.name = $1 $$;
--> statement-breakpoint
-- Households with a device to call and a load that runs, or with a call that nobody has heard yet.
CREATE FUNCTION kelvit_households_to_call() RETURNS TABLE (household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT DISTINCT p.household_id FROM push_subscriptions p
     WHERE EXISTS (SELECT FROM loads l WHERE l.household_id = p.household_id AND l.stage NOT IN ('planned', 'checked', 'aborted'))
        OR EXISTS (SELECT FROM calls c WHERE c.household_id = p.household_id AND c.heard_at IS NULL) $$;
--> statement-breakpoint
DROP FUNCTION kelvit_open_session;
--> statement-breakpoint
CREATE FUNCTION kelvit_open_session(hash text) RETURNS TABLE (id uuid, expires_at timestamptz, last_seen_at timestamptz, member jsonb, household jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT s.id, s.expires_at, s.last_seen_at, to_jsonb(m) - 'passphrase_hash', to_jsonb(h) FROM sessions s
     JOIN members m ON m.household_id = s.household_id AND m.id = s.member_id
     JOIN households h ON h.id = s.household_id
     WHERE s.token_hash = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_house_key, kelvit_households_to_call, kelvit_open_session FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_house_key, kelvit_households_to_call, kelvit_open_session TO kelvit_app;
