CREATE TABLE "taught" (
	"header" text PRIMARY KEY NOT NULL,
	"correction" jsonb NOT NULL,
	"type" text NOT NULL,
	"sheet" text NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "row" jsonb;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "row_said" jsonb;