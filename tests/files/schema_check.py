"""Checks playbooks (TOML) against a JSON Schema, the way an editor does. Prints the names of those that do not fit."""

import json
import sys
import tomllib

import jsonschema

schema_path, *playbooks = sys.argv[1:]
with open(schema_path, encoding="utf-8") as file:
    schema = json.load(file)
jsonschema.Draft7Validator.check_schema(schema)
validator = jsonschema.Draft7Validator(schema)
for path in playbooks:
    with open(path, "rb") as file:
        if not validator.is_valid(tomllib.load(file)):
            print(path)
