-- Every change of a job, a run, a book or an issued plan is told on the channel "tamper", to whichever server processes listen.
CREATE FUNCTION "tell_document"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	it record;
	its_job uuid;
BEGIN
	IF TG_OP = 'DELETE' THEN it := OLD; ELSE it := NEW; END IF;
	IF TG_TABLE_NAME = 'job' THEN its_job := it.id; ELSE its_job := it.job_id; END IF;
	PERFORM pg_notify('tamper', json_build_object(
		'kind', TG_TABLE_NAME, 'id', it.id, 'jobId', its_job, 'version', CASE WHEN TG_OP = 'DELETE' THEN 0 ELSE it.version END
	)::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "job_told" AFTER INSERT OR UPDATE OR DELETE ON "job" FOR EACH ROW EXECUTE FUNCTION "tell_document"();
--> statement-breakpoint
CREATE TRIGGER "run_told" AFTER INSERT OR UPDATE OR DELETE ON "run" FOR EACH ROW EXECUTE FUNCTION "tell_document"();
--> statement-breakpoint
CREATE FUNCTION "tell_book"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('tamper', json_build_object('kind', 'book', 'jobId', job_id, 'seq', max(seq))::text) FROM added GROUP BY job_id;
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "book_told" AFTER INSERT ON "book_entry" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION "tell_book"();
--> statement-breakpoint
CREATE FUNCTION "tell_issued"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('tamper', json_build_object('kind', 'issued', 'jobId', NEW.job_id, 'runId', NEW.run_id, 'number', NEW.number)::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "revision_told" AFTER INSERT ON "revision" FOR EACH ROW EXECUTE FUNCTION "tell_issued"();
