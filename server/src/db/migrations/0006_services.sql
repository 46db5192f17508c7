CREATE TABLE "services" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"status" text NOT NULL,
	"last_at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "services_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
ALTER TABLE "services" ADD CONSTRAINT "services_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "services" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "services" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "services" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);
