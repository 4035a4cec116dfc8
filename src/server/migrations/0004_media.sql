-- Coax and powerline links: their ends and adapters, and what an adapter can do.
ALTER TABLE link ADD COLUMN from_service_id TEXT;
ALTER TABLE link ADD COLUMN to_service_id TEXT;
ALTER TABLE link ADD COLUMN adapter_kit_id TEXT;
ALTER TABLE kit ADD COLUMN mains TEXT;
