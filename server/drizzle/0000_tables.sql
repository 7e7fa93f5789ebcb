CREATE TABLE "canners" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"class_id" text,
	"gauge" text NOT NULL,
	"regulated_by" text NOT NULL,
	"capacity" jsonb NOT NULL,
	"minimum" jsonb NOT NULL,
	"inner_diameter_in" double precision,
	"inner_height_in" double precision,
	"seal" text DEFAULT 'gasket' NOT NULL,
	"water_in" double precision DEFAULT 3 NOT NULL,
	"range_note" text DEFAULT '' NOT NULL,
	"manual" text DEFAULT '' NOT NULL,
	"stage_minutes" jsonb NOT NULL,
	"defects" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"inspected_on" date,
	"retired" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "containers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"lb" double precision NOT NULL,
	"food_id" text
);
--> statement-breakpoint
CREATE TABLE "gauge_tests" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"canner_id" uuid NOT NULL,
	"tested_on" date NOT NULL,
	"error_psi" double precision NOT NULL,
	"tested_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "households" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"altitude_ft" double precision NOT NULL,
	"units" text NOT NULL,
	"currency" text DEFAULT 'USD' NOT NULL,
	"settings" jsonb NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "invitations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"role" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "invitations_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "jars" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"code" text NOT NULL,
	"load_id" uuid,
	"lot_id" uuid,
	"food_id" text NOT NULL,
	"form_id" text,
	"jar" text NOT NULL,
	"mouth" text NOT NULL,
	"canned_on" date NOT NULL,
	"best_by" date NOT NULL,
	"review_by" date NOT NULL,
	"shelf_id" uuid,
	"state" text NOT NULL,
	"use_soon" boolean DEFAULT false NOT NULL,
	"seal" text NOT NULL,
	"cause" text,
	"cost_each" double precision,
	"state_at" timestamp with time zone NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "load_events" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"load_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"member_id" uuid,
	"by" text,
	"psi" double precision,
	"text" text,
	"event_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "load_portions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"load_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"lot_id" uuid,
	"form_id" text NOT NULL,
	"pack" text NOT NULL,
	"jar" text NOT NULL,
	"mouth" text NOT NULL,
	"jars" integer NOT NULL,
	"filled" integer
);
--> statement-breakpoint
CREATE TABLE "loads" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"code" text NOT NULL,
	"canner_id" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"setup" jsonb NOT NULL,
	"processes" jsonb NOT NULL,
	"stage" text NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lots" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"food_id" text NOT NULL,
	"form_id" text NOT NULL,
	"jar" text NOT NULL,
	"variety" text,
	"source" text DEFAULT 'garden' NOT NULL,
	"said" text NOT NULL,
	"lb" double precision NOT NULL,
	"price_per_lb" double precision,
	"arrived_on" date NOT NULL,
	"storage" text NOT NULL,
	"can_by" date NOT NULL,
	"state" text NOT NULL,
	"finished_on" date,
	"from_lot_id" uuid,
	"excluded_because" text,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "members" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"sign_in_name" text NOT NULL,
	"passphrase_hash" text NOT NULL,
	"role" text NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "rate_limits" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"member_id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shelves" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "canners" ADD CONSTRAINT "canners_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "containers" ADD CONSTRAINT "containers_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD CONSTRAINT "gauge_tests_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_tests" ADD CONSTRAINT "gauge_tests_canner_id_canners_id_fk" FOREIGN KEY ("canner_id") REFERENCES "public"."canners"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_load_id_loads_id_fk" FOREIGN KEY ("load_id") REFERENCES "public"."loads"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jars" ADD CONSTRAINT "jars_shelf_id_shelves_id_fk" FOREIGN KEY ("shelf_id") REFERENCES "public"."shelves"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_events" ADD CONSTRAINT "load_events_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_events" ADD CONSTRAINT "load_events_load_id_loads_id_fk" FOREIGN KEY ("load_id") REFERENCES "public"."loads"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_load_id_loads_id_fk" FOREIGN KEY ("load_id") REFERENCES "public"."loads"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_portions" ADD CONSTRAINT "load_portions_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loads" ADD CONSTRAINT "loads_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loads" ADD CONSTRAINT "loads_canner_id_canners_id_fk" FOREIGN KEY ("canner_id") REFERENCES "public"."canners"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_member_id_members_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."members"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shelves" ADD CONSTRAINT "shelves_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jars_household" ON "jars" USING btree ("household_id","state","food_id");--> statement-breakpoint
CREATE UNIQUE INDEX "jars_code" ON "jars" USING btree ("household_id","code");--> statement-breakpoint
CREATE INDEX "load_events_load" ON "load_events" USING btree ("load_id","at");--> statement-breakpoint
CREATE INDEX "load_portions_load" ON "load_portions" USING btree ("load_id");--> statement-breakpoint
CREATE INDEX "load_portions_lot" ON "load_portions" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "loads_household" ON "loads" USING btree ("household_id","starts_at");--> statement-breakpoint
CREATE UNIQUE INDEX "loads_code" ON "loads" USING btree ("household_id","code");--> statement-breakpoint
CREATE INDEX "lots_household" ON "lots" USING btree ("household_id","state");--> statement-breakpoint
CREATE UNIQUE INDEX "members_sign_in_name" ON "members" USING btree ("sign_in_name");