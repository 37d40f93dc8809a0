ALTER TABLE "sheets" ADD COLUMN "kind" text DEFAULT 'text' NOT NULL;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "choices" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "staged_for" text;