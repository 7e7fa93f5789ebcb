ALTER TABLE "kitchen_exceptions" ADD COLUMN "who" jsonb;
