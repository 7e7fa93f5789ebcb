-- The application's role: no login of its own here, no way round row-level security.
DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'kelvit_app') THEN
    CREATE ROLE kelvit_app NOLOGIN NOSUPERUSER NOBYPASSRLS;
  END IF;
  IF NOT pg_has_role(current_user, 'kelvit_app', 'MEMBER') THEN
    EXECUTE format('GRANT kelvit_app TO %I', current_user);
  END IF;
END $$;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO kelvit_app;
--> statement-breakpoint
-- The household of the current transaction; null outside one, and then no row is visible.
CREATE FUNCTION kelvit_household() RETURNS uuid LANGUAGE sql STABLE AS
  $$ SELECT nullif(current_setting('kelvit.household', true), '')::uuid $$;
--> statement-breakpoint
CREATE FUNCTION kelvit_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE changed record;
BEGIN
  IF TG_OP = 'DELETE' THEN changed := OLD; ELSE changed := NEW; END IF;
  PERFORM pg_notify('kelvit', changed.household_id || ' ' || TG_TABLE_NAME || ' ' || changed.id);
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Everything a table of a household needs: the wall between households, and word of every change.
CREATE PROCEDURE kelvit_enclose(name text) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
  EXECUTE format('CREATE POLICY own_household ON %I TO kelvit_app USING (household_id = kelvit_household()) WITH CHECK (household_id = kelvit_household())', name);
  EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO kelvit_app', name);
  IF name NOT IN ('sessions', 'invitations') THEN
    EXECUTE format('CREATE TRIGGER changed AFTER INSERT OR UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION kelvit_changed()', name);
  END IF;
END $$;
--> statement-breakpoint
CALL kelvit_enclose('members');
--> statement-breakpoint
CALL kelvit_enclose('sessions');
--> statement-breakpoint
CALL kelvit_enclose('invitations');
--> statement-breakpoint
CALL kelvit_enclose('canners');
--> statement-breakpoint
CALL kelvit_enclose('gauge_tests');
--> statement-breakpoint
CALL kelvit_enclose('containers');
--> statement-breakpoint
CALL kelvit_enclose('shelves');
--> statement-breakpoint
CALL kelvit_enclose('lots');
--> statement-breakpoint
CALL kelvit_enclose('loads');
--> statement-breakpoint
CALL kelvit_enclose('load_portions');
--> statement-breakpoint
CALL kelvit_enclose('load_events');
--> statement-breakpoint
CALL kelvit_enclose('jars');
--> statement-breakpoint
-- What happened at the stove is never rewritten.
REVOKE UPDATE, DELETE ON load_events FROM kelvit_app;
--> statement-breakpoint
ALTER TABLE households ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_household ON households TO kelvit_app USING (id = kelvit_household()) WITH CHECK (id = kelvit_household());
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON households TO kelvit_app;
--> statement-breakpoint
CREATE FUNCTION kelvit_household_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('kelvit', NEW.id || ' households ' || NEW.id);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER changed AFTER UPDATE ON households FOR EACH ROW EXECUTE FUNCTION kelvit_household_changed();
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON rate_limits TO kelvit_app;
--> statement-breakpoint
-- The few questions that come before a household is known. Each answers one row about one secret.
CREATE FUNCTION kelvit_find_session(hash text) RETURNS TABLE (member_id uuid, household_id uuid, expires_at timestamptz)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT s.member_id, s.household_id, s.expires_at FROM sessions s JOIN members m ON m.id = s.member_id
     WHERE s.token_hash = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
CREATE FUNCTION kelvit_find_sign_in(name text) RETURNS TABLE (member_id uuid, household_id uuid, passphrase_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT m.id, m.household_id, m.passphrase_hash FROM members m
     WHERE m.sign_in_name = $1 AND m.removed_at IS NULL $$;
--> statement-breakpoint
CREATE FUNCTION kelvit_find_invitation(hash text) RETURNS TABLE (id uuid, household_id uuid, household_name text, role text, expires_at timestamptz, used_at timestamptz)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT i.id, i.household_id, h.name, i.role, i.expires_at, i.used_at FROM invitations i JOIN households h ON h.id = i.household_id
     WHERE i.token_hash = $1 $$;
--> statement-breakpoint
CREATE FUNCTION kelvit_find_demo() RETURNS TABLE (member_id uuid, household_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT m.id, m.household_id FROM members m JOIN households h ON h.id = m.household_id
     WHERE h.is_demo AND m.role = 'keeper' ORDER BY m.created_at LIMIT 1 $$;
--> statement-breakpoint
CREATE FUNCTION kelvit_count_households() RETURNS bigint
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT count(*) FROM households WHERE NOT is_demo $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION kelvit_find_session, kelvit_find_sign_in, kelvit_find_invitation, kelvit_find_demo, kelvit_count_households FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION kelvit_find_session, kelvit_find_sign_in, kelvit_find_invitation, kelvit_find_demo, kelvit_count_households TO kelvit_app;
