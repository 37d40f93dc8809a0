CREATE TABLE "charts" (
	"id" text PRIMARY KEY NOT NULL,
	"sheet" text NOT NULL,
	"spec" jsonb NOT NULL,
	"title" text NOT NULL,
	"form" text NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sheets" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"file_name" text NOT NULL,
	"file_bytes" bigint NOT NULL,
	"encoding" text NOT NULL,
	"status" text NOT NULL,
	"error" text,
	"progress_percent" integer DEFAULT 0 NOT NULL,
	"row_count" bigint DEFAULT 0 NOT NULL,
	"headers" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"columns" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"corrections" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"reading" jsonb,
	"table_name" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "charts" ADD CONSTRAINT "charts_sheet_sheets_id_fk" FOREIGN KEY ("sheet") REFERENCES "public"."sheets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "charts_sheet" ON "charts" USING btree ("sheet");--> statement-breakpoint
-- The rows of imported sheets, one table each.
CREATE SCHEMA IF NOT EXISTS "sheets";
