"""Weather's effect, and the stand-in behind its port."""

from datetime import UTC, datetime, timedelta

import pytest

from patient_owl.core.weather import Weather, dew_point_c, weather_reasons
from patient_owl.ports.simulated.weather import SimulatedWeather


# WMO/NOAA dew point tables: 20 °C at 50 % is 9.3 °C, 10 °C at 80 % is 6.7 °C (to 0.1).
@pytest.mark.parametrize(("air_c", "humidity", "dew_c"), [(20, 0.5, 9.3), (10, 0.8, 6.7)])
def test_dew_point_of_the_tables(air_c: float, humidity: float, dew_c: float) -> None:
    assert dew_point_c(air_c, humidity) == pytest.approx(dew_c, abs=0.1)


def weather(**over: float) -> Weather:
    calm = {
        "cloud_low": 0.0,
        "cloud_mid": 0.0,
        "cloud_high": 0.0,
        "cloud_sigma": 0.1,
        "temperature_c": 10.0,
        "dew_point_c": 0.0,
        "wind_m_s": 1.0,
        "gust_m_s": 2.0,
    }
    return Weather(**{**calm, **over})


def test_damp_air_and_gusts_are_spoken_of_and_calm_dry_air_is_not() -> None:
    assert weather_reasons(weather()) == ()
    assert [r.code for r in weather_reasons(weather(dew_point_c=6))] == ["dew_likely"]
    # under cloud the glass does not cool below the air
    assert weather_reasons(weather(dew_point_c=6, cloud_low=1)) == ()
    assert [r.code for r in weather_reasons(weather(gust_m_s=7))] == ["wind_shakes"]
    assert [r.code for r in weather_reasons(weather(gust_m_s=14))] == ["wind_too_strong"]


def test_the_stand_in_is_steady_bounded_and_less_sure_of_later_days() -> None:
    provider = SimulatedWeather()
    asked = datetime(2026, 11, 24, 12, tzinfo=UTC)
    hours = [asked + timedelta(hours=h) for h in range(0, 24 * 8, 3)]
    first = provider.hourly(43.3, -9.2, hours, asked)
    assert first == provider.hourly(43.3, -9.2, hours, asked)
    assert first != provider.hourly(43.3, -9.3, hours, asked)
    assert provider.is_simulated
    for w in first:
        assert 0 <= w.cloud_cover <= 1
        assert w.dew_point_c <= w.temperature_c
        assert w.gust_m_s >= w.wind_m_s
    sigmas = [w.cloud_sigma for w in first]
    assert sigmas == sorted(sigmas)
    assert sigmas[-1] > sigmas[0]
