CREATE TABLE "jar_groups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"jar" text NOT NULL,
	"mouth" text NOT NULL,
	"owned" integer NOT NULL,
	"broken" integer DEFAULT 0 NOT NULL,
	"runs" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lid_lots" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"mouth" text NOT NULL,
	"bought_on" date NOT NULL,
	"count" integer NOT NULL,
	"left" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "needs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"food_id" text NOT NULL,
	"form_id" text NOT NULL,
	"jar" text NOT NULL,
	"jars_per_meal" double precision NOT NULL,
	"meals_per_week" double precision NOT NULL,
	"fresh_months" jsonb NOT NULL,
	"next_harvest_on" date NOT NULL,
	"certainty" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plantings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"food_id" text NOT NULL,
	"form_id" text NOT NULL,
	"jar" text NOT NULL,
	"variety" text,
	"row_ft" double precision,
	"expected_lb" double precision NOT NULL,
	"first_on" date NOT NULL,
	"last_on" date NOT NULL,
	"pickings" integer NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "process_checks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"form_id" text NOT NULL,
	"edition" text NOT NULL,
	"checked_on" date NOT NULL,
	"checked_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recipes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"name" text NOT NULL,
	"done" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "supplies" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"kind" text NOT NULL,
	"amount" double precision NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "recipe_id" uuid;--> statement-breakpoint
ALTER TABLE "load_portions" ADD COLUMN "lid_lot_id" uuid;--> statement-breakpoint
ALTER TABLE "lots" ADD COLUMN "planting_id" uuid;--> statement-breakpoint
ALTER TABLE "jar_groups" ADD CONSTRAINT "jar_groups_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lid_lots" ADD CONSTRAINT "lid_lots_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "needs" ADD CONSTRAINT "needs_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plantings" ADD CONSTRAINT "plantings_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "process_checks" ADD CONSTRAINT "process_checks_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipes" ADD CONSTRAINT "recipes_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "supplies" ADD CONSTRAINT "supplies_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "jar_groups_kind" ON "jar_groups" USING btree ("household_id","jar","mouth");--> statement-breakpoint
CREATE UNIQUE INDEX "needs_food" ON "needs" USING btree ("household_id","food_id");--> statement-breakpoint
CREATE UNIQUE INDEX "process_checks_form" ON "process_checks" USING btree ("household_id","form_id");--> statement-breakpoint
CREATE UNIQUE INDEX "supplies_kind" ON "supplies" USING btree ("household_id","kind");