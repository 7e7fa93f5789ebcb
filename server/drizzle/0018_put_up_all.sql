ALTER TABLE "needs" ADD COLUMN "put_up_all" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
-- What every device has long had: of lines before a moment, each row keeps who made it and what
-- it is now. Facts of loads are kept where they were told; their lines go whole.
CREATE FUNCTION kelvit_forget_changes(before timestamptz, most int) RETURNS int
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  gone int;
BEGIN
  DELETE FROM changes WHERE ctid = ANY (ARRAY(
    SELECT c.ctid FROM changes c
    WHERE c.at < before
      AND (c."table" = 'load_events' OR (c.version IS DISTINCT FROM 1 AND EXISTS (
        SELECT 1 FROM changes later
        WHERE later.household_id = c.household_id AND later."table" = c."table"
          AND later.id = c.id AND later.seq > c.seq)))
    LIMIT most));
  GET DIAGNOSTICS gone = ROW_COUNT;
  RETURN gone;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_forget_changes(timestamptz, int) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_forget_changes(timestamptz, int) TO kelvit_app;
