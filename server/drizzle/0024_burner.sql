ALTER TABLE "canners" ADD COLUMN "stands_on" text;--> statement-breakpoint
ALTER TABLE "canners" ADD COLUMN "burner_limit_lb" double precision;--> statement-breakpoint
ALTER TABLE "canners" ADD COLUMN "empty_lb" double precision;--> statement-breakpoint
ALTER TABLE "canners" ADD COLUMN "water_runs" jsonb DEFAULT '[]'::jsonb NOT NULL;
