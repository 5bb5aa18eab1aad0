-- The tables of the stand-ins stay as they are; from here on src/world/migrations changes them.
SELECT 1;
