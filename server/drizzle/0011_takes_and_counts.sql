CREATE TABLE "counts" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"shelf_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"reason" text DEFAULT '' NOT NULL,
	"found" jsonb NOT NULL,
	"missing" jsonb NOT NULL,
	"came" jsonb NOT NULL,
	"left" jsonb NOT NULL,
	CONSTRAINT "counts_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
CREATE TABLE "takes" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"food_id" text NOT NULL,
	"jar" text NOT NULL,
	"count" integer NOT NULL,
	"why" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"to_shelf_id" uuid,
	"taken" jsonb NOT NULL,
	"substituted" boolean NOT NULL,
	"short" integer NOT NULL,
	"undone_at" timestamp with time zone,
	CONSTRAINT "takes_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
DROP INDEX "jars_household";--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "process" text DEFAULT 'here' NOT NULL;--> statement-breakpoint
ALTER TABLE "jars" ADD COLUMN "got_from" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "counts" ADD CONSTRAINT "counts_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "counts" ADD CONSTRAINT "counts_household_id_shelf_id_shelves_household_id_id_fk" FOREIGN KEY ("household_id","shelf_id") REFERENCES "public"."shelves"("household_id","id") ON DELETE SET NULL ("shelf_id") ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "takes" ADD CONSTRAINT "takes_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "takes" ADD CONSTRAINT "takes_household_id_to_shelf_id_shelves_household_id_id_fk" FOREIGN KEY ("household_id","to_shelf_id") REFERENCES "public"."shelves"("household_id","id") ON DELETE SET NULL ("to_shelf_id") ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "counts_at" ON "counts" USING btree ("household_id","at");--> statement-breakpoint
CREATE INDEX "counts_shelf" ON "counts" USING btree ("household_id","shelf_id");--> statement-breakpoint
CREATE INDEX "takes_at" ON "takes" USING btree ("household_id","at");--> statement-breakpoint
CREATE INDEX "takes_shelf" ON "takes" USING btree ("household_id","to_shelf_id");--> statement-breakpoint
CREATE INDEX "jars_household" ON "jars" USING btree ("household_id","state","food_id","jar");
--> statement-breakpoint
CALL kelvit_enclose('takes');
--> statement-breakpoint
CALL kelvit_enclose('counts');
--> statement-breakpoint
-- No food keeps otherwise until somebody says so.
UPDATE households SET settings = settings || '{"foodMonths": {}}';
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
-- Whose a session is, all at once: every request asks it.
CREATE FUNCTION kelvit_open_session(hash text) RETURNS TABLE (expires_at timestamptz, member jsonb, household jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT s.expires_at, to_jsonb(m) - 'passphrase_hash', to_jsonb(h) FROM sessions s
     JOIN members m ON m.household_id = s.household_id AND m.id = s.member_id
     JOIN households h ON h.id = s.household_id
     WHERE s.token_hash = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_open_session FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_open_session TO kelvit_app;
