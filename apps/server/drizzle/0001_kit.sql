CREATE TABLE "kit_items" (
	"id" uuid PRIMARY KEY NOT NULL,
	"item" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kit_rigs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"plan" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
-- Stands from before there was a kit: their rig, written inline, becomes components of its own, known as far as it was.
UPDATE "stands" SET "settings" = jsonb_set("settings", '{rig}', jsonb_build_object(
	'name', "settings" #> '{rig,name}',
	'rigId', null,
	'parts', jsonb_build_object(
		'kind', 'mounted',
		'back', jsonb_build_object('id', gen_random_uuid(), 'kind', 'body', 'name', "settings" #> '{rig,back,name}', 'note', '',
			'figures', ("settings" #> '{rig,back}') - 'name'),
		'between', '[]'::jsonb,
		'front', '[]'::jsonb,
		'lens', jsonb_build_object('id', gen_random_uuid(), 'kind', 'lens', 'name', "settings" #> '{rig,lens,name}', 'note', '',
			'figures', ("settings" #> '{rig,lens}') - 'name' - 'circle'
				|| jsonb_build_object(
					'lightMm', "settings" #> '{rig,lens,circle,lightMm}',
					'definition', (SELECT coalesce(jsonb_agg(row_ || '{"evidence": "guessed"}'::jsonb), '[]'::jsonb) FROM jsonb_array_elements("settings" #> '{rig,lens,circle,definition}') AS row_))
				|| CASE "settings" #>> '{rig,mechanism,kind}'
					WHEN 'box' THEN ("settings" #> '{rig,mechanism}') - 'kind' || '{"slides": "box", "tilts": "none"}'::jsonb
					WHEN 'disc' THEN jsonb_build_object('slides', 'rotating', 'tilts', 'none', 'travelMm', "settings" #> '{rig,mechanism,radiusMm}')
					WHEN 'line' THEN jsonb_build_object('slides', 'line', 'tilts', 'none', 'slideDeg', "settings" #> '{rig,mechanism,angleDeg}',
						'travelMm', least(("settings" #>> '{rig,mechanism,forwardMm}')::numeric, ("settings" #>> '{rig,mechanism,backMm}')::numeric))
					WHEN 'fixed' THEN '{"slides": "none", "tilts": "none"}'::jsonb
					ELSE '{}'::jsonb
				END))))
WHERE "settings" #> '{rig,lens}' IS NOT NULL;
