ALTER TABLE "jars" ADD COLUMN "ran_by" text DEFAULT '' NOT NULL;
--> statement-breakpoint
-- Jars of before know it from the facts of their loads. Nothing else of them changed: the log says nothing of it.
ALTER TABLE jars DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE jars SET ran_by = coalesce((
  SELECT e."by" FROM load_events e
  WHERE e.household_id = jars.household_id AND e.load_id = jars.load_id AND e.kind = 'started'
  ORDER BY e.at LIMIT 1), '')
WHERE load_id IS NOT NULL;
--> statement-breakpoint
ALTER TABLE jars ENABLE TRIGGER USER;
