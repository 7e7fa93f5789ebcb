CREATE TABLE "crop_words" (
	"id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"word" text NOT NULL,
	"food_id" text NOT NULL,
	CONSTRAINT "crop_words_household_id_id_pk" PRIMARY KEY("household_id","id")
);
--> statement-breakpoint
ALTER TABLE "crop_words" ADD CONSTRAINT "crop_words_household_id_households_id_fk" FOREIGN KEY ("household_id") REFERENCES "public"."households"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CALL kelvit_enclose('crop_words');
