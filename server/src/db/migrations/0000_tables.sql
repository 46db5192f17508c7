CREATE TABLE "batches" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"summary" jsonb NOT NULL,
	"formula_id" text NOT NULL,
	"status" text NOT NULL,
	"day" timestamp (3) with time zone NOT NULL,
	"last_at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "batches_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
CREATE TABLE "catalog_items" (
	"kitchen_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"place" integer NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "catalog_items_kitchen_id_kind_id_pk" PRIMARY KEY("kitchen_id","kind","id")
);
--> statement-breakpoint
CREATE TABLE "devices" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kitchen_id" uuid NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"enrolled_at" timestamp (3) with time zone NOT NULL,
	"revoked_at" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "events" (
	"kitchen_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"id" uuid NOT NULL,
	"stream_kind" text NOT NULL,
	"stream_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"v" integer NOT NULL,
	"device_id" uuid NOT NULL,
	"device_seq" bigint NOT NULL,
	"device_at" timestamp (3) with time zone NOT NULL,
	"clock_offset_ms" double precision NOT NULL,
	"clock_flag" text,
	"actor" jsonb NOT NULL,
	"payload" jsonb NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"received_at" timestamp (3) with time zone NOT NULL,
	"chain" text NOT NULL,
	CONSTRAINT "events_kitchen_id_seq_pk" PRIMARY KEY("kitchen_id","seq")
);
--> statement-breakpoint
CREATE TABLE "guest_details" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"note" text NOT NULL,
	"allergies" jsonb NOT NULL,
	CONSTRAINT "guest_details_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
CREATE TABLE "kitchens" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"last_seq" bigint DEFAULT 0 NOT NULL,
	"chain_head" text NOT NULL,
	"enrol_code_hash" text,
	"created_at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "orders" (
	"kitchen_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"status" text NOT NULL,
	"pickup_at" timestamp (3) with time zone,
	CONSTRAINT "orders_kitchen_id_id_pk" PRIMARY KEY("kitchen_id","id")
);
--> statement-breakpoint
ALTER TABLE "batches" ADD CONSTRAINT "batches_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalog_items" ADD CONSTRAINT "catalog_items_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "events" ADD CONSTRAINT "events_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guest_details" ADD CONSTRAINT "guest_details_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_kitchen_id_kitchens_id_fk" FOREIGN KEY ("kitchen_id") REFERENCES "public"."kitchens"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batches_day" ON "batches" USING btree ("kitchen_id","day");--> statement-breakpoint
CREATE UNIQUE INDEX "devices_token" ON "devices" USING btree ("token_hash");--> statement-breakpoint
CREATE UNIQUE INDEX "events_id" ON "events" USING btree ("kitchen_id","id");--> statement-breakpoint
CREATE INDEX "events_stream" ON "events" USING btree ("kitchen_id","stream_id");