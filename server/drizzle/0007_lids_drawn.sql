ALTER TABLE "load_portions" ADD COLUMN "lids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
UPDATE load_portions SET lids = jsonb_build_array(jsonb_build_object('lotId', lid_lot_id, 'count', filled)) WHERE lid_lot_id IS NOT NULL AND filled IS NOT NULL;
