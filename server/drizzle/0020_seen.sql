ALTER TABLE "load_events" ADD COLUMN "seen" jsonb;
