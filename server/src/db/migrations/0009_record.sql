CREATE TABLE "imports" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"device_id" uuid NOT NULL,
	"crew_id" text,
	"record_id" uuid NOT NULL,
	"from_seq" bigint NOT NULL,
	"until_seq" bigint NOT NULL,
	CONSTRAINT "imports_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
CREATE TABLE "sample_groups" (
	"kitchen_id" uuid NOT NULL,
	"channel_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"group_id" uuid NOT NULL,
	"chain" text NOT NULL,
	CONSTRAINT "sample_groups_kitchen_id_channel_id_seq_pk" PRIMARY KEY("kitchen_id","channel_id","seq")
);
--> statement-breakpoint
ALTER TABLE "channels" ADD COLUMN "last_group" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "channels" ADD COLUMN "chain_head" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "record_id" uuid;--> statement-breakpoint
ALTER TABLE "kitchens" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
UPDATE "kitchens" SET "record_id" = "id";--> statement-breakpoint
ALTER TABLE "kitchens" ALTER COLUMN "record_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "sample_groups_id" ON "sample_groups" USING btree ("kitchen_id","group_id");--> statement-breakpoint
ALTER TABLE "imports" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "imports" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "imports" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);--> statement-breakpoint
ALTER TABLE "sample_groups" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "sample_groups" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "sample_groups" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);
