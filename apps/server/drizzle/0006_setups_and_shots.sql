ALTER TABLE "stands" RENAME TO "setups";--> statement-breakpoint
ALTER TABLE "takes" RENAME TO "shots";--> statement-breakpoint
ALTER TABLE "jobs" RENAME COLUMN "stand_order" TO "setup_order";--> statement-breakpoint
ALTER TABLE "frame_sets" RENAME COLUMN "stand_id" TO "setup_id";--> statement-breakpoint
ALTER TABLE "shots" RENAME COLUMN "stand_id" TO "setup_id";--> statement-breakpoint
ALTER TABLE "shots" RENAME COLUMN "figures" TO "values";--> statement-breakpoint
ALTER TABLE "attachments" RENAME COLUMN "stand_id" TO "setup_id";--> statement-breakpoint
ALTER TABLE "attachments" RENAME COLUMN "take_id" TO "shot_id";--> statement-breakpoint
ALTER TABLE "setups" RENAME CONSTRAINT "stands_pkey" TO "setups_pkey";--> statement-breakpoint
ALTER TABLE "shots" RENAME CONSTRAINT "takes_pkey" TO "shots_pkey";--> statement-breakpoint
ALTER TABLE "setups" RENAME CONSTRAINT "stands_job_id_jobs_id_fk" TO "setups_job_id_jobs_id_fk";--> statement-breakpoint
ALTER TABLE "frame_sets" RENAME CONSTRAINT "frame_sets_stand_id_stands_id_fk" TO "frame_sets_setup_id_setups_id_fk";--> statement-breakpoint
ALTER TABLE "shots" RENAME CONSTRAINT "takes_job_id_jobs_id_fk" TO "shots_job_id_jobs_id_fk";--> statement-breakpoint
ALTER TABLE "shots" RENAME CONSTRAINT "takes_stand_id_stands_id_fk" TO "shots_setup_id_setups_id_fk";--> statement-breakpoint
ALTER TABLE "attachments" RENAME CONSTRAINT "attachments_stand_id_stands_id_fk" TO "attachments_setup_id_setups_id_fk";--> statement-breakpoint
ALTER TABLE "attachments" RENAME CONSTRAINT "attachments_take_id_takes_id_fk" TO "attachments_shot_id_shots_id_fk";--> statement-breakpoint
ALTER INDEX "stands_job_id" RENAME TO "setups_job_id";--> statement-breakpoint
ALTER INDEX "frame_sets_stand_id" RENAME TO "frame_sets_setup_id";--> statement-breakpoint
ALTER INDEX "takes_job_id" RENAME TO "shots_job_id";--> statement-breakpoint
UPDATE "frames" SET "role" = 'flatField' WHERE "role" = 'white';--> statement-breakpoint
UPDATE "assemblies" SET "options" = jsonb_set("options", '{falloff}', '"flatField"') WHERE "options" ->> 'falloff' = 'cards';
