CREATE TABLE "frozen_clock" (
	"began" text PRIMARY KEY NOT NULL,
	"now" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"pair" text PRIMARY KEY NOT NULL,
	"fails" integer NOT NULL,
	"next_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "gauge_tests" DROP CONSTRAINT "gauge_tests_canner_id_canners_id_fk";
--> statement-breakpoint
ALTER TABLE "jars" DROP CONSTRAINT "jars_load_id_loads_id_fk";
--> statement-breakpoint
ALTER TABLE "jars" DROP CONSTRAINT "jars_lot_id_lots_id_fk";
--> statement-breakpoint
ALTER TABLE "jars" DROP CONSTRAINT "jars_shelf_id_shelves_id_fk";
--> statement-breakpoint
ALTER TABLE "load_events" DROP CONSTRAINT "load_events_load_id_loads_id_fk";
--> statement-breakpoint
ALTER TABLE "load_portions" DROP CONSTRAINT "load_portions_load_id_loads_id_fk";
--> statement-breakpoint
ALTER TABLE "load_portions" DROP CONSTRAINT "load_portions_lot_id_lots_id_fk";
--> statement-breakpoint
ALTER TABLE "loads" DROP CONSTRAINT "loads_canner_id_canners_id_fk";
--> statement-breakpoint
ALTER TABLE "season_loads" DROP CONSTRAINT "season_loads_canner_id_canners_id_fk";
--> statement-breakpoint
ALTER TABLE "sessions" DROP CONSTRAINT "sessions_member_id_members_id_fk";
--> statement-breakpoint
DROP INDEX "load_events_load";--> statement-breakpoint
DROP INDEX "load_portions_load";--> statement-breakpoint
DROP INDEX "load_portions_lot";--> statement-breakpoint
ALTER TABLE "busy_times" DROP CONSTRAINT "busy_times_pkey";--> statement-breakpoint
ALTER TABLE "calendar_feeds" DROP CONSTRAINT "calendar_feeds_pkey";--> statement-breakpoint
ALTER TABLE "canners" DROP CONSTRAINT "canners_pkey";--> statement-breakpoint
ALTER TABLE "containers" DROP CONSTRAINT "containers_pkey";--> statement-breakpoint
ALTER TABLE "gauge_tests" DROP CONSTRAINT "gauge_tests_pkey";--> statement-breakpoint
ALTER TABLE "invitations" DROP CONSTRAINT "invitations_pkey";--> statement-breakpoint
ALTER TABLE "jar_groups" DROP CONSTRAINT "jar_groups_pkey";--> statement-breakpoint
ALTER TABLE "jars" DROP CONSTRAINT "jars_pkey";--> statement-breakpoint
ALTER TABLE "kitchen_exceptions" DROP CONSTRAINT "kitchen_exceptions_pkey";--> statement-breakpoint
ALTER TABLE "kitchen_hours" DROP CONSTRAINT "kitchen_hours_pkey";--> statement-breakpoint
ALTER TABLE "lid_lots" DROP CONSTRAINT "lid_lots_pkey";--> statement-breakpoint
ALTER TABLE "load_events" DROP CONSTRAINT "load_events_pkey";--> statement-breakpoint
ALTER TABLE "load_portions" DROP CONSTRAINT "load_portions_pkey";--> statement-breakpoint
ALTER TABLE "loads" DROP CONSTRAINT "loads_pkey";--> statement-breakpoint
ALTER TABLE "lots" DROP CONSTRAINT "lots_pkey";--> statement-breakpoint
ALTER TABLE "members" DROP CONSTRAINT "members_pkey";--> statement-breakpoint
ALTER TABLE "needs" DROP CONSTRAINT "needs_pkey";--> statement-breakpoint
ALTER TABLE "plantings" DROP CONSTRAINT "plantings_pkey";--> statement-breakpoint
ALTER TABLE "process_checks" DROP CONSTRAINT "process_checks_pkey";--> statement-breakpoint
ALTER TABLE "recipes" DROP CONSTRAINT "recipes_pkey";--> statement-breakpoint
ALTER TABLE "season_loads" DROP CONSTRAINT "season_loads_pkey";--> statement-breakpoint
ALTER TABLE "shelves" DROP CONSTRAINT "shelves_pkey";--> statement-breakpoint
ALTER TABLE "supplies" DROP CONSTRAINT "supplies_pkey";--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "canners" ADD CONSTRAINT "canners_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "containers" ADD CONSTRAINT "containers_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD CONSTRAINT "gauge_tests_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "jar_groups" ADD CONSTRAINT "jar_groups_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "kitchen_exceptions" ADD CONSTRAINT "kitchen_exceptions_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "kitchen_hours" ADD CONSTRAINT "kitchen_hours_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "lid_lots" ADD CONSTRAINT "lid_lots_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "load_events" ADD CONSTRAINT "load_events_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "loads" ADD CONSTRAINT "loads_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "needs" ADD CONSTRAINT "needs_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "plantings" ADD CONSTRAINT "plantings_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "process_checks" ADD CONSTRAINT "process_checks_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "recipes" ADD CONSTRAINT "recipes_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "season_loads" ADD CONSTRAINT "season_loads_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "shelves" ADD CONSTRAINT "shelves_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
ALTER TABLE "supplies" ADD CONSTRAINT "supplies_household_id_id_pk" PRIMARY KEY("household_id","id");--> statement-breakpoint
-- Nobody knows who made the open ones; a new link is one press.
DELETE FROM "invitations";--> statement-breakpoint
ALTER TABLE "invitations" ADD COLUMN "made_by" uuid NOT NULL;--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "out_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "loads" ADD COLUMN "planned_setup" jsonb;--> statement-breakpoint
CREATE INDEX "sign_in_tries_next" ON "sign_in_tries" USING btree ("next_at");--> statement-breakpoint
-- What pointed nowhere (these four had no foreign key) points to nothing from now on.
UPDATE lots l SET from_lot_id = NULL WHERE from_lot_id IS NOT NULL AND NOT EXISTS (SELECT FROM lots x WHERE x.household_id = l.household_id AND x.id = l.from_lot_id);--> statement-breakpoint
UPDATE lots l SET planting_id = NULL WHERE planting_id IS NOT NULL AND NOT EXISTS (SELECT FROM plantings x WHERE x.household_id = l.household_id AND x.id = l.planting_id);--> statement-breakpoint
UPDATE load_portions p SET lid_lot_id = NULL WHERE lid_lot_id IS NOT NULL AND NOT EXISTS (SELECT FROM lid_lots x WHERE x.household_id = p.household_id AND x.id = p.lid_lot_id);--> statement-breakpoint
UPDATE load_events e SET member_id = NULL WHERE member_id IS NOT NULL AND NOT EXISTS (SELECT FROM members x WHERE x.household_id = e.household_id AND x.id = e.member_id);--> statement-breakpoint
UPDATE jars j SET recipe_id = NULL, note = 'untested; its recipe is gone. ' || note WHERE recipe_id IS NOT NULL AND NOT EXISTS (SELECT FROM recipes x WHERE x.household_id = j.household_id AND x.id = j.recipe_id);--> statement-breakpoint
UPDATE jars j SET out_at = (SELECT max(e.at) FROM load_events e WHERE e.load_id = j.load_id AND e.kind = 'unloaded') WHERE load_id IS NOT NULL;--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD CONSTRAINT "gauge_tests_household_id_canner_id_canners_household_id_id_fk" FOREIGN KEY ("household_id","canner_id") REFERENCES "public"."canners"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_household_id_made_by_members_household_id_id_fk" FOREIGN KEY ("household_id","made_by") REFERENCES "public"."members"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_load_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","load_id") REFERENCES "public"."loads"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_lot_id_lots_household_id_id_fk" FOREIGN KEY ("household_id","lot_id") REFERENCES "public"."lots"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_recipe_id_recipes_household_id_id_fk" FOREIGN KEY ("household_id","recipe_id") REFERENCES "public"."recipes"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_shelf_id_shelves_household_id_id_fk" FOREIGN KEY ("household_id","shelf_id") REFERENCES "public"."shelves"("household_id","id") ON DELETE SET NULL ("shelf_id") ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_events" ADD CONSTRAINT "load_events_household_id_load_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","load_id") REFERENCES "public"."loads"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_events" ADD CONSTRAINT "load_events_household_id_member_id_members_household_id_id_fk" FOREIGN KEY ("household_id","member_id") REFERENCES "public"."members"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_household_id_load_id_loads_household_id_id_fk" FOREIGN KEY ("household_id","load_id") REFERENCES "public"."loads"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_household_id_lot_id_lots_household_id_id_fk" FOREIGN KEY ("household_id","lot_id") REFERENCES "public"."lots"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_household_id_lid_lot_id_lid_lots_household_id_id_fk" FOREIGN KEY ("household_id","lid_lot_id") REFERENCES "public"."lid_lots"("household_id","id") ON DELETE SET NULL ("lid_lot_id") ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loads" ADD CONSTRAINT "loads_household_id_canner_id_canners_household_id_id_fk" FOREIGN KEY ("household_id","canner_id") REFERENCES "public"."canners"("household_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_household_id_from_lot_id_lots_household_id_id_fk" FOREIGN KEY ("household_id","from_lot_id") REFERENCES "public"."lots"("household_id","id") ON DELETE SET NULL ("from_lot_id") ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_household_id_planting_id_plantings_household_id_id_fk" FOREIGN KEY ("household_id","planting_id") REFERENCES "public"."plantings"("household_id","id") ON DELETE SET NULL ("planting_id") ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_loads" ADD CONSTRAINT "season_loads_household_id_canner_id_canners_household_id_id_fk" FOREIGN KEY ("household_id","canner_id") REFERENCES "public"."canners"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_household_id_member_id_members_household_id_id_fk" FOREIGN KEY ("household_id","member_id") REFERENCES "public"."members"("household_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gauge_tests_canner" ON "gauge_tests" USING btree ("household_id","canner_id","tested_on");--> statement-breakpoint
CREATE INDEX "invitations_maker" ON "invitations" USING btree ("household_id","made_by");--> statement-breakpoint
CREATE INDEX "jars_best" ON "jars" USING btree ("household_id","best_by");--> statement-breakpoint
CREATE INDEX "jars_load" ON "jars" USING btree ("household_id","load_id");--> statement-breakpoint
CREATE INDEX "jars_lot" ON "jars" USING btree ("household_id","lot_id");--> statement-breakpoint
CREATE INDEX "jars_recipe" ON "jars" USING btree ("household_id","recipe_id");--> statement-breakpoint
CREATE INDEX "jars_shelf" ON "jars" USING btree ("household_id","shelf_id");--> statement-breakpoint
CREATE INDEX "lid_lots_mouth" ON "lid_lots" USING btree ("household_id","mouth");--> statement-breakpoint
CREATE INDEX "load_events_member" ON "load_events" USING btree ("household_id","member_id");--> statement-breakpoint
CREATE INDEX "load_portions_lids" ON "load_portions" USING btree ("household_id","lid_lot_id");--> statement-breakpoint
CREATE INDEX "load_portions_form" ON "load_portions" USING btree ("household_id","form_id");--> statement-breakpoint
CREATE INDEX "loads_canner" ON "loads" USING btree ("household_id","canner_id");--> statement-breakpoint
CREATE INDEX "loads_stage" ON "loads" USING btree ("household_id","stage");--> statement-breakpoint
CREATE INDEX "lots_form" ON "lots" USING btree ("household_id","form_id");--> statement-breakpoint
CREATE INDEX "lots_from" ON "lots" USING btree ("household_id","from_lot_id");--> statement-breakpoint
CREATE INDEX "lots_planting" ON "lots" USING btree ("household_id","planting_id");--> statement-breakpoint
CREATE INDEX "lots_arrival" ON "lots" USING btree ("household_id","arrived_on");--> statement-breakpoint
CREATE INDEX "season_loads_canner" ON "season_loads" USING btree ("household_id","canner_id");--> statement-breakpoint
CREATE INDEX "sessions_member" ON "sessions" USING btree ("household_id","member_id");--> statement-breakpoint
CREATE INDEX "load_events_load" ON "load_events" USING btree ("household_id","load_id","at");--> statement-breakpoint
CREATE INDEX "load_portions_load" ON "load_portions" USING btree ("household_id","load_id");--> statement-breakpoint
CREATE INDEX "load_portions_lot" ON "load_portions" USING btree ("household_id","lot_id");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON frozen_clock, sign_in_tries TO kelvit_app;
--> statement-breakpoint
-- The same id may stand in two households, so a session names both.
CREATE OR REPLACE FUNCTION kelvit_find_session(hash text) RETURNS TABLE (member_id uuid, household_id uuid, expires_at timestamptz)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT s.member_id, s.household_id, s.expires_at FROM sessions s JOIN members m ON m.household_id = s.household_id AND m.id = s.member_id
     WHERE s.token_hash = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
-- A session that ends takes its streams with it, on every server process.
CREATE FUNCTION kelvit_session_ended() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('kelvit', OLD.household_id || ' sessions ' || OLD.token_hash);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER ended AFTER DELETE ON sessions FOR EACH ROW EXECUTE FUNCTION kelvit_session_ended();
--> statement-breakpoint
-- A clock that stands still is one for all server processes.
CREATE FUNCTION kelvit_clock_moved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('kelvit', '* clock ' || (extract(epoch FROM NEW.now) * 1000)::bigint);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER moved AFTER INSERT OR UPDATE ON frozen_clock FOR EACH ROW EXECUTE FUNCTION kelvit_clock_moved();
--> statement-breakpoint
-- The demo starts afresh each day; nothing of its visitors outlives it.
CREATE FUNCTION kelvit_end_demo(before timestamptz) RETURNS bigint
  LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public AS
  $$ WITH gone AS (DELETE FROM households WHERE is_demo AND created_at < $1 RETURNING 1) SELECT count(*) FROM gone $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_end_demo FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_end_demo TO kelvit_app;
--> statement-breakpoint
-- Not only unsealed jars are kept from the shelf: those that lost half of their liquid are, too.
UPDATE jars SET state = 'set-aside' WHERE state = 'unsealed';
