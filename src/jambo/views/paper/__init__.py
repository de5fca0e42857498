"""Paper at full size: strips as pages true to a tenth of a millimetre (handbook 33)."""
