ALTER TABLE "lens_test_frames" ALTER COLUMN "grid" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "lens_test_frames" ADD COLUMN "chart" jsonb;