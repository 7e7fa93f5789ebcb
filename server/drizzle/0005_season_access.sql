CALL kelvit_enclose('season_loads');
--> statement-breakpoint
CALL kelvit_enclose('kitchen_hours');
--> statement-breakpoint
CALL kelvit_enclose('kitchen_exceptions');
--> statement-breakpoint
CALL kelvit_enclose('busy_times');
--> statement-breakpoint
CALL kelvit_enclose('calendar_feeds');
--> statement-breakpoint
-- A calendar program has no sign-in: it asks with the secret of its address.
CREATE FUNCTION kelvit_find_feed(hash text) RETURNS TABLE (household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT f.household_id FROM calendar_feeds f WHERE f.token_hash = $1 $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_find_feed FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_find_feed TO kelvit_app;
--> statement-breakpoint
UPDATE households SET settings = '{"burners": 2, "lateMinutes": 30}'::jsonb || settings;
