ALTER TABLE "lots" ADD COLUMN "looked" jsonb;
