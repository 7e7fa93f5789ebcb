CREATE TABLE "busy_times" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"on_date" date NOT NULL,
	"from" text NOT NULL,
	"until" text NOT NULL,
	"what" text DEFAULT '' NOT NULL,
	"source" text DEFAULT 'said' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "calendar_feeds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"token_hash" text NOT NULL,
	CONSTRAINT "calendar_feeds_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "kitchen_exceptions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"on_date" date NOT NULL,
	"opens" text,
	"closes" text,
	"people" integer NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kitchen_hours" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"weekday" integer NOT NULL,
	"opens" text,
	"closes" text,
	"people" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "season_loads" (
	"id" uuid PRIMARY KEY NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"on_date" date NOT NULL,
	"canner_id" uuid NOT NULL,
	"portions" jsonb NOT NULL,
	"pinned" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kitchen_exceptions" ADD CONSTRAINT "kitchen_exceptions_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kitchen_hours" ADD CONSTRAINT "kitchen_hours_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_loads" ADD CONSTRAINT "season_loads_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_loads" ADD CONSTRAINT "season_loads_canner_id_canners_id_fk" FOREIGN KEY ("canner_id") REFERENCES "public"."canners"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "busy_times_day" ON "busy_times" USING btree ("household_id","on_date");--> statement-breakpoint
CREATE UNIQUE INDEX "kitchen_exceptions_day" ON "kitchen_exceptions" USING btree ("household_id","on_date");--> statement-breakpoint
CREATE UNIQUE INDEX "kitchen_hours_weekday" ON "kitchen_hours" USING btree ("household_id","weekday");--> statement-breakpoint
CREATE INDEX "season_loads_day" ON "season_loads" USING btree ("household_id","on_date");