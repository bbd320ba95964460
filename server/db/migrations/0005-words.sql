-- One word for one thing: a state has a time, a look the id of its base, a color of its own an angle.
alter table trail rename column at to time;

update trail set look = (look - 'lead')
  || case when look ? 'lead' then jsonb_build_object('baseId', look -> 'lead') else '{}' end
  || jsonb_build_object('scheme', (
    select jsonb_agg(
      case when swatch -> 'own' ? 'at'
        then jsonb_set(swatch #- '{own,at}', '{own,angle}', swatch #> '{own,at}')
        else swatch end
      order by place)
    from jsonb_array_elements(look -> 'scheme') with ordinality as each (swatch, place)
  ))
where look ? 'lead' or look @? '$.scheme[*].own.at';
