CREATE TABLE "gauge_readings" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"gauge_id" uuid NOT NULL,
	"load_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"psi" double precision NOT NULL,
	CONSTRAINT "gauge_readings_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
CREATE TABLE "gauges" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"canner_id" uuid NOT NULL,
	"name" text NOT NULL,
	"simulated" boolean DEFAULT false NOT NULL,
	"token_hash" text,
	"last_heard_at" timestamp with time zone,
	CONSTRAINT "gauges_household_id_id_pk" PRIMARY KEY("household_id","id"),
	CONSTRAINT "gauges_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "hold" text;--> statement-breakpoint
ALTER TABLE "load_events" ADD COLUMN "happened_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "load_events" ADD COLUMN "heard_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "load_events" ADD COLUMN "source" text;--> statement-breakpoint
ALTER TABLE "load_portions" ADD COLUMN "from_jars" jsonb;--> statement-breakpoint
ALTER TABLE "gauge_readings" ADD CONSTRAINT "gauge_readings_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_readings" ADD CONSTRAINT "gauge_readings_household_id_gauge_id_gauges_household_id_id_fk" FOREIGN KEY ("household_id","gauge_id") REFERENCES "public"."gauges"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_readings" ADD CONSTRAINT "gauge_readings_household_id_load_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","load_id") REFERENCES "public"."loads"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauges" ADD CONSTRAINT "gauges_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauges" ADD CONSTRAINT "gauges_household_id_canner_id_canners_household_id_id_fk" FOREIGN KEY ("household_id","canner_id") REFERENCES "public"."canners"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gauge_readings_gauge" ON "gauge_readings" USING btree ("household_id","gauge_id");--> statement-breakpoint
CREATE INDEX "gauge_readings_load" ON "gauge_readings" USING btree ("household_id","load_id","at");--> statement-breakpoint
CREATE INDEX "gauges_canner" ON "gauges" USING btree ("household_id","canner_id");--> statement-breakpoint
CALL kelvit_enclose('gauges');
--> statement-breakpoint
-- Readings come by the hundred and are never rewritten; what they say reaches people as facts of the load.
ALTER TABLE gauge_readings ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON gauge_readings TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household());
--> statement-breakpoint
GRANT SELECT, INSERT ON gauge_readings TO kelvit_app;
--> statement-breakpoint
-- A gauge has no sign-in: it shows the token it was given once.
CREATE FUNCTION kelvit_find_gauge(hash text) RETURNS TABLE (gauge_id uuid, household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT g.id, g.household_id FROM gauges g WHERE g.token_hash = $1 $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_find_gauge FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_find_gauge TO kelvit_app;
--> statement-breakpoint
-- What was taken back under the rules before these stays taken back: it is told as a note.
UPDATE load_events e SET kind = 'note', text = 'Taken back: ' || e.kind
  FROM load_events r WHERE r.kind = 'retracted' AND r.household_id = e.household_id AND r.event_id = e.id;
--> statement-breakpoint
UPDATE load_events SET kind = 'note', text = 'A slip, taken back.', event_id = NULL WHERE kind = 'retracted';
