CREATE TABLE "photo" (
	"hash" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"file" "bytea" NOT NULL,
	"small" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "photo_part" (
	"hash" text NOT NULL,
	"first" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_part_hash_first_pk" PRIMARY KEY("hash","first")
);
--> statement-breakpoint
CREATE INDEX "photo_by_age" ON "photo" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "book_by_photo" ON "book_entry" USING gin (("entry" -> 'photos') jsonb_path_ops) WHERE "book_entry"."entry" ? 'photos';
--> statement-breakpoint
-- Screens that show an entry without its photo hear when it is here.
CREATE FUNCTION "tell_photo"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('tamper', json_build_object('kind', 'photo', 'hash', NEW.hash)::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "photo_told" AFTER INSERT ON "photo" FOR EACH ROW EXECUTE FUNCTION "tell_photo"();
