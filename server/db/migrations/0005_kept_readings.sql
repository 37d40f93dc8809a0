CREATE TABLE "deleted_sheets" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"columns" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"deleted_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"calendar" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "choices_before" jsonb;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "former" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "counted_at" timestamp with time zone;