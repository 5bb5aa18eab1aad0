-- Devices that went past the second factor for thirty days: nothing else of this table lasts longer than some minutes.
DELETE FROM "verification";
