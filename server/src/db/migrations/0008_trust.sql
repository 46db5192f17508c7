CREATE TABLE "people" (
	"kitchen_id" uuid NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"place" integer DEFAULT 0 NOT NULL,
	"pin_hash" text,
	"tries" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp (3) with time zone,
	"removed_at" timestamp (3) with time zone,
	CONSTRAINT "people_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
CREATE TABLE "sign_ons" (
	"kitchen_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"device_id" uuid NOT NULL,
	"crew_id" text NOT NULL,
	"began_at" timestamp (3) with time zone NOT NULL,
	"last_at" timestamp (3) with time zone NOT NULL,
	"ended_at" timestamp (3) with time zone,
	CONSTRAINT "sign_ons_kitchen_id_token_hash_pk" PRIMARY KEY("kitchen_id","token_hash")
);
--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "kind" text DEFAULT 'tablet' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrol_codes" ADD COLUMN "kind" text DEFAULT 'tablet' NOT NULL;--> statement-breakpoint
ALTER TABLE "kitchens" ADD COLUMN "is_demo" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_ons" ADD CONSTRAINT "sign_ons_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sign_ons_open" ON "sign_ons" USING btree ("kitchen_id","device_id","ended_at");--> statement-breakpoint
ALTER TABLE "people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "sign_ons" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "sign_ons" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_kitchen ON "people" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY own_kitchen ON "sign_ons" USING (kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid);--> statement-breakpoint
-- what is moved is every kitchen's: for that long the owner sees them all
ALTER TABLE "kitchens" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "devices" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "channels" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "catalog_items" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "events" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
UPDATE "kitchens" k SET "is_demo" = true FROM "catalog_items" c WHERE c."kitchen_id" = k."id" AND c."kind" = 'settings' AND c."body"->>'isDemo' = 'true';--> statement-breakpoint
UPDATE "catalog_items" SET "body" = "body" - 'isDemo' WHERE "kind" = 'settings';--> statement-breakpoint
UPDATE "devices" d SET "kind" = c."kind" FROM "channels" c WHERE c."kitchen_id" = d."kitchen_id" AND c."device_id" = d."id";--> statement-breakpoint
INSERT INTO "people" ("kitchen_id", "id", "name", "role", "place") SELECT "kitchen_id", "id", "body"->>'name', "body"->>'role', "place" FROM "catalog_items" WHERE "kind" = 'crew';--> statement-breakpoint
INSERT INTO "people" ("kitchen_id", "id", "name", "role", "place")
	SELECT DISTINCT ON ("kitchen_id", "payload"#>>'{member,id}') "kitchen_id", "payload"#>>'{member,id}', "payload"#>>'{member,name}', "payload"#>>'{member,role}', 1000
	FROM "events" WHERE "kind" = 'crew.set' AND "v" = 1 ORDER BY "kitchen_id", "payload"#>>'{member,id}', "at" DESC, "seq" DESC
	ON CONFLICT ("kitchen_id", "id") DO UPDATE SET "name" = excluded."name", "role" = excluded."role";--> statement-breakpoint
UPDATE "people" p SET "removed_at" = r."at" FROM "events" r WHERE r."kind" = 'crew.removed' AND r."kitchen_id" = p."kitchen_id" AND r."payload"->>'crewId' = p."id"
	AND NOT EXISTS (SELECT 1 FROM "events" s WHERE s."kind" = 'crew.set' AND s."kitchen_id" = p."kitchen_id" AND s."payload"#>>'{member,id}' = p."id" AND s."at" > r."at");--> statement-breakpoint
DELETE FROM "catalog_items" WHERE "kind" = 'crew';--> statement-breakpoint
ALTER TABLE "kitchens" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "devices" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "channels" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "catalog_items" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "events" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "people" FORCE ROW LEVEL SECURITY;
