"""The table of counts that outlive a restart (the cache), and which accounts the demo made."""

from django.core.management import call_command
from django.db import migrations, models


def make_table(apps, editor):
    call_command("createcachetable", database=editor.connection.alias, verbosity=0)


class Migration(migrations.Migration):

    dependencies = [("people", "0001_initial")]

    operations = [
        migrations.AddField("profile", "of_demo", models.BooleanField(default=False)),
        migrations.RunPython(make_table, migrations.RunPython.noop),
    ]
