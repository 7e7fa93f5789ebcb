-- Whose transaction it is does not change in the middle of a question: asked once, not for every row.
DO $$ DECLARE wall record; BEGIN
  FOR wall IN
    SELECT tablename, replace(qual, 'kelvit_household()', '( SELECT kelvit_household() )') AS mine
    FROM pg_policies WHERE schemaname = 'public' AND policyname = 'own_household'
  LOOP
    EXECUTE format('ALTER POLICY own_household ON %I USING (%s) WITH CHECK (%s)', wall.tablename, wall.mine, wall.mine);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE OR REPLACE PROCEDURE kelvit_enclose(name text) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
  EXECUTE format('CREATE POLICY own_household ON %I TO kelvit_app USING (household_id = (SELECT kelvit_household())) WITH CHECK (household_id = (SELECT kelvit_household()))', name);
  EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO kelvit_app', name);
  CALL kelvit_keep_log(name);
END $$;
