-- The logbook's words are cut up for searching when they are written, not whenever somebody searches.
-- What is too long to be searched whole is searched by its beginning: a fact is never refused for it.
ALTER TABLE "logbook" ADD COLUMN "search" "tsvector" GENERATED ALWAYS AS (to_tsvector('english', left(words, 200000))) STORED;
--> statement-breakpoint
-- A fact changes a load's stage and version. The log then keeps these, and what a load was set up
-- with only where that changed: it is most of the row, and was kept again with every fact.
CREATE FUNCTION kelvit_note_load() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
BEGIN
  INSERT INTO changes_pending (tx, household_id, "table", id, version, "row")
    SELECT pg_current_xact_id()::text::bigint, n.household_id, TG_TABLE_NAME, n.id, n.version,
      to_jsonb(n) - 'household_id' - ARRAY(
        SELECT kept.name FROM (VALUES
          ('setup', n.setup IS DISTINCT FROM o.setup),
          ('planned_setup', n.planned_setup IS DISTINCT FROM o.planned_setup),
          ('processes', n.processes IS DISTINCT FROM o.processes)
        ) AS kept (name, changed) WHERE NOT kept.changed)
    FROM new_rows n JOIN old_rows o ON o.household_id = n.household_id AND o.id = n.id;
  SELECT household_id INTO owner FROM new_rows LIMIT 1;
  IF owner IS NOT NULL THEN PERFORM kelvit_await_commit(owner); END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER logged_update ON loads;
--> statement-breakpoint
CREATE TRIGGER logged_update AFTER UPDATE ON loads REFERENCING OLD TABLE AS old_rows NEW TABLE AS new_rows FOR EACH STATEMENT EXECUTE FUNCTION kelvit_note_load();
--> statement-breakpoint
CREATE INDEX "jars_canned" ON "jars" USING btree ("household_id","canned_on");
--> statement-breakpoint
-- The order of lines that wait comes from a sequence that standbys know. One of an unlogged table is
-- empty on a standby: after it took over, nothing could be written any more.
CREATE SEQUENCE changes_pending_order;
--> statement-breakpoint
ALTER TABLE changes_pending ALTER COLUMN n DROP IDENTITY;
--> statement-breakpoint
ALTER TABLE changes_pending ALTER COLUMN n SET DEFAULT nextval('changes_pending_order');
--> statement-breakpoint
ALTER SEQUENCE changes_pending_order OWNED BY changes_pending.n;
--> statement-breakpoint
GRANT USAGE ON SEQUENCE changes_pending_order TO kelvit_app;
--> statement-breakpoint
-- When something was last heard of a load that runs, in any household; null where none does. The
-- clock of a machine is not followed when it is set while one runs.
CREATE FUNCTION kelvit_last_heard(since timestamptz) RETURNS timestamptz
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT max(e.heard_at) FROM loads l
     JOIN load_events e ON e.household_id = l.household_id AND e.load_id = l.id
     WHERE l.stage NOT IN ('planned', 'standing', 'checked', 'aborted') AND e.heard_at >= since $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_last_heard(timestamptz) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_last_heard(timestamptz) TO kelvit_app;
--> statement-breakpoint
CREATE INDEX "loads_running" ON "loads" USING btree ("stage") WHERE stage NOT IN ('planned', 'standing', 'checked', 'aborted');
