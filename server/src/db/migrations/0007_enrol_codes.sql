CREATE TABLE "enrol_codes" (
	"kitchen_id" uuid NOT NULL,
	"code_hash" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "enrol_codes" ADD CONSTRAINT "enrol_codes_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "enrol_codes_expires" ON "enrol_codes" USING btree ("kitchen_id","expires_at");--> statement-breakpoint
DROP POLICY by_code ON "kitchens";--> statement-breakpoint
ALTER TABLE "kitchens" DROP COLUMN "enrol_code_hash";--> statement-breakpoint
ALTER TABLE "enrol_codes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "enrol_codes" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "enrol_codes" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY by_code ON "enrol_codes" FOR SELECT USING (code_hash = current_setting('app.enrol_code_hash', true));
