CREATE TABLE "lots" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"status" text NOT NULL,
	CONSTRAINT "lots_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "lots" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "lots" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);
