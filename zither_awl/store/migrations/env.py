"""Alembic's entry: runs the migrations on the engine it is handed, all of them in one transaction."""

from alembic import context
from sqlalchemy.exc import DatabaseError

from zither_awl.store.models import Base

engine = context.config.attributes["engine"]
with engine.connect() as connection:
    # SQLite changes a table by making it anew: the rows that rest on it must not fall with the old one. They are
    # looked at before anything is committed. The switch works outside of a transaction only.
    connection.connection.driver_connection.execute("PRAGMA foreign_keys=OFF")
    context.configure(
        connection=connection,
        target_metadata=Base.metadata,
        render_as_batch=True,
        compare_type=True,
        transactional_ddl=True,
    )
    with context.begin_transaction():
        context.run_migrations()
        broken = connection.exec_driver_sql("PRAGMA foreign_key_check").all()
        if broken:
            raise DatabaseError("migration", None, RuntimeError(f"rows rest on nothing: {broken[:3]}"))
    connection.commit()
    connection.connection.driver_connection.execute("PRAGMA foreign_keys=ON")
