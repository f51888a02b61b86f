-- An edition's makeup says more now; it is worked out again from the edition when the program starts.
UPDATE editions SET makeup_json = NULL;
