ALTER TABLE "charts" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "sendings" ADD COLUMN "try_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sendings" ADD COLUMN "held_by" text;--> statement-breakpoint
ALTER TABLE "sendings" ADD COLUMN "held_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sources" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
DROP SCHEMA IF EXISTS "jobs" CASCADE;
