ALTER TABLE "sheets" ADD COLUMN "file" text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE "sheets" SET "file" = "id" WHERE "live" IS NULL;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "staged_on" text;--> statement-breakpoint
CREATE INDEX "sheets_file" ON "sheets" USING btree ("file");--> statement-breakpoint
CREATE INDEX "sheets_table" ON "sheets" USING btree ("table_name");