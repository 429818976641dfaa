CREATE TABLE "removed_shots" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"log_version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "log_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "attachments_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "log_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "removed_shots" ADD CONSTRAINT "removed_shots_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "removed_shots_log_version" ON "removed_shots" USING btree ("job_id","log_version");--> statement-breakpoint
CREATE INDEX "shots_log_version" ON "shots" USING btree ("job_id","log_version","id");