-- Kitchens stay apart: every row is seen only in the transaction whose kitchen it is.
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['devices', 'events', 'batches', 'orders', 'guest_details', 'catalog_items'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_kitchen ON %I USING (kitchen_id = nullif(current_setting(''app.kitchen_id'', true), '''')::uuid)', t);
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE kitchens ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE kitchens FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON kitchens USING (id = nullif(current_setting('app.kitchen_id', true), '')::uuid);--> statement-breakpoint
-- The owner lists kitchens for its commands (verify, rebuild); it sees nothing else of them.
CREATE POLICY owner_lists ON kitchens FOR SELECT TO CURRENT_USER USING (true);--> statement-breakpoint
-- A device is known by its token before its kitchen is; a browser enrols by the kitchen's code.
CREATE POLICY by_token ON devices FOR SELECT USING (token_hash = current_setting('app.token_hash', true));--> statement-breakpoint
CREATE POLICY by_code ON kitchens FOR SELECT USING (enrol_code_hash = current_setting('app.enrol_code_hash', true));--> statement-breakpoint
-- Facts are appended and never changed, whoever connects.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'facts are never changed' USING ERRCODE = 'insufficient_privilege'; END $$;--> statement-breakpoint
CREATE TRIGGER events_append_only BEFORE UPDATE OR DELETE ON events FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER events_no_truncate BEFORE TRUNCATE ON events FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
