ALTER TABLE "events" DROP CONSTRAINT "events_kitchen_id_kitchens_id_fk";--> statement-breakpoint
-- What the foreign key saw to row by row is seen to once a statement: facts come to a kitchen that is there, and it stays while they do.
CREATE FUNCTION refuse_unknown_kitchen() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
  IF EXISTS (SELECT kitchen_id FROM fresh EXCEPT SELECT id FROM kitchens) THEN
    RAISE EXCEPTION 'facts of a kitchen that is not there' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER events_of_a_kitchen AFTER INSERT ON events REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION refuse_unknown_kitchen();--> statement-breakpoint
CREATE FUNCTION refuse_leaving_facts() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
  IF EXISTS (SELECT FROM events WHERE kitchen_id = OLD.id) THEN
    RAISE EXCEPTION 'a kitchen with facts stays' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN OLD;
END $$;--> statement-breakpoint
CREATE TRIGGER kitchens_with_facts BEFORE DELETE ON kitchens FOR EACH ROW EXECUTE FUNCTION refuse_leaving_facts();
