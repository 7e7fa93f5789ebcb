ALTER TABLE "canners" ADD COLUMN "dial_marks" text;
