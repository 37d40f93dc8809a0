CREATE TABLE "boards" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"tiles" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"filters" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"refresh" integer DEFAULT 60 NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"labels" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "deliveries" (
	"id" text PRIMARY KEY NOT NULL,
	"what" jsonb NOT NULL,
	"said" jsonb NOT NULL,
	"paused" boolean DEFAULT false NOT NULL,
	"next_at" timestamp with time zone,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "outbox" (
	"id" text PRIMARY KEY NOT NULL,
	"message_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"from" text NOT NULL,
	"to" jsonb NOT NULL,
	"subject" text NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "outbox_message_id_unique" UNIQUE("message_id")
);
--> statement-breakpoint
CREATE TABLE "sendings" (
	"id" text PRIMARY KEY NOT NULL,
	"delivery" text NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"status" text DEFAULT 'due' NOT NULL,
	"now" boolean DEFAULT false NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"message" text,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "charts" ADD COLUMN "labels" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "charts" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "charts" ADD COLUMN "deleted_with" text;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "labels" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sendings" ADD CONSTRAINT "sendings_delivery_deliveries_id_fk" FOREIGN KEY ("delivery") REFERENCES "public"."deliveries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "sendings_once" ON "sendings" USING btree ("delivery","due_at");--> statement-breakpoint
CREATE INDEX "sendings_status" ON "sendings" USING btree ("status");