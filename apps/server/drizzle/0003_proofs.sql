CREATE TABLE "assemblies" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"set_id" uuid NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"share" real DEFAULT 0 NOT NULL,
	"step" text DEFAULT '' NOT NULL,
	"options" jsonb NOT NULL,
	"report" jsonb,
	"store_key" text,
	"bytes" bigint,
	"error" text,
	"attempts" integer DEFAULT 0 NOT NULL,
	"claim" uuid,
	"heard_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "frame_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"stand_id" uuid NOT NULL,
	"name" text NOT NULL,
	"origin" text NOT NULL,
	"plan" jsonb,
	"order" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "frames" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"set_id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"store_key" text NOT NULL,
	"bytes" bigint NOT NULL,
	"sha256" text NOT NULL,
	"seen" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "assemblies" ADD CONSTRAINT "assemblies_set_id_frame_sets_id_fk" FOREIGN KEY ("set_id") REFERENCES "public"."frame_sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "frame_sets" ADD CONSTRAINT "frame_sets_stand_id_stands_id_fk" FOREIGN KEY ("stand_id") REFERENCES "public"."stands"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "frames" ADD CONSTRAINT "frames_set_id_frame_sets_id_fk" FOREIGN KEY ("set_id") REFERENCES "public"."frame_sets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "assemblies_set_id" ON "assemblies" USING btree ("set_id");--> statement-breakpoint
CREATE INDEX "frame_sets_stand_id" ON "frame_sets" USING btree ("stand_id");--> statement-breakpoint
CREATE INDEX "frames_set_id" ON "frames" USING btree ("set_id");