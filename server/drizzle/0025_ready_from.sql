ALTER TABLE "lots" ADD COLUMN "ready_from" date;
