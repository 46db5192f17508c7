CREATE TABLE "channels" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"device_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"is_simulated" boolean NOT NULL,
	CONSTRAINT "channels_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
CREATE TABLE "samples" (
	"kitchen_id" uuid NOT NULL,
	"channel_id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"n" integer NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"value" double precision NOT NULL,
	"flag" text,
	CONSTRAINT "samples_kitchen_id_group_id_n_pk" PRIMARY KEY("kitchen_id","group_id","n")
);
--> statement-breakpoint
ALTER TABLE "guest_details" ADD COLUMN "no_lightly_cooked_egg" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "channels" ADD CONSTRAINT "channels_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "channels" ADD CONSTRAINT "channels_device_id_devices_id_fk" FOREIGN KEY ("device_id") REFERENCES "public"."devices"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "samples" ADD CONSTRAINT "samples_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "channels_name" ON "channels" USING btree ("kitchen_id","device_id","name");--> statement-breakpoint
CREATE INDEX "samples_at" ON "samples" USING btree ("kitchen_id","channel_id","at");--> statement-breakpoint
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['channels', 'samples'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_kitchen ON %I USING (kitchen_id = nullif(current_setting(''app.kitchen_id'', true), '''')::uuid)', t);
  END LOOP;
END $$;--> statement-breakpoint
-- Readings are appended and never changed, like facts.
CREATE TRIGGER samples_append_only BEFORE UPDATE OR DELETE ON samples FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER samples_no_truncate BEFORE TRUNCATE ON samples FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
