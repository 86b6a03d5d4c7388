from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('outings', '0007_painted_distances'),
    ]

    operations = [
        migrations.AddField(
            model_name='outing',
            name='utc_offset_min',
            field=models.SmallIntegerField(blank=True, null=True),
        ),
    ]
