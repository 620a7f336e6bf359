using System.Globalization;
using System.Text;

namespace NeatBore.Gauges.Simulated;

/// <summary>A made-up gauge: a truth, seen through noise and the gauge's own resolution. Seeded: the same aims give the same
/// readings.</summary>
internal abstract class StandIn(string id, int seed)
{
    // .NET's own hash codes differ from run to run: only Stable's do for a seed.
    private readonly Random _noise = new((int)Stable($"{seed}/{id}"));

    public string Id { get; } = id;

    /// <summary>Every how many ticks it sends.</summary>
    public virtual int Every => 1;

    /// <summary>Counts its lines.</summary>
    public long Sequence { get; set; }

    /// <summary>Marks among its aims that it has still to say it has heard.</summary>
    public Queue<string> Marks { get; } = new();

    protected int Seed { get; } = seed;

    /// <summary>Sets it up or moves it: one word to another. What it does not know is let pass.</summary>
    public abstract void Aim(string key, string value);

    /// <summary>What it shows after so many seconds more.</summary>
    public abstract IEnumerable<(string Quantity, double Value, string Unit)> Read(double seconds);

    protected static double Number(string value) =>
        double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number : 0;

    protected double Seen(double truth, double noise, double resolution)
    {
        // Normal scatter, by Box and Muller.
        var normal = Math.Sqrt(-2 * Math.Log(1 - _noise.NextDouble())) * Math.Cos(2 * Math.PI * _noise.NextDouble());
        return Math.Round((truth + (normal * noise)) / resolution) * resolution;
    }

    /// <summary>A number in −1 to 1 that follows from the seed and a word, the same on every machine.</summary>
    protected double Chance(string word) => ((Stable($"{Seed}/{Id}/{word}") % 20001) / 10000.0) - 1;

    private static uint Stable(string word)
    {
        // FNV-1a.
        var hash = 2166136261u;
        foreach (var b in Encoding.UTF8.GetBytes(word))
        {
            hash = (hash ^ b) * 16777619;
        }

        return hash;
    }
}

/// <summary>A gauge that is held on a part and settles: micrometer, bore gauge, depth gauge, thermometer.</summary>
/// <param name="id">Its id.</param>
/// <param name="seed">Its seed.</param>
/// <param name="quantity">What it sends.</param>
/// <param name="unit">In which unit.</param>
/// <param name="part">How far the made-up part is off what its sheet expects, at most.</param>
/// <param name="noise">Scatter of a reading.</param>
/// <param name="resolution">Its smallest step.</param>
/// <param name="speed">How many times as fast as a hand it settles.</param>
internal sealed class HeldGauge(
    string id,
    int seed,
    string quantity,
    string unit,
    double part,
    double noise,
    double resolution,
    double speed = 1
) : StandIn(id, seed)
{
    private const double SettlesPerSecond = 6;

    public override int Every => speed > 2 ? 1 : 4;

    private string _place = "";
    private double _near;
    private double _shown;

    public override void Aim(string key, string value)
    {
        switch (key)
        {
            case "place":
                _place = value;
                break;
            case "near":
                _near = Number(value);
                break;
        }
    }

    public override IEnumerable<(string Quantity, double Value, string Unit)> Read(double seconds)
    {
        var truth = _near + (_place.Length > 0 ? Chance(_place) * part : 0);
        _shown += (truth - _shown) * (1 - Math.Exp(-SettlesPerSecond * speed * seconds));
        if (Math.Abs(truth - _shown) < resolution / 2)
        {
            _shown = truth;
        }

        yield return (quantity, Seen(_shown, noise, resolution), unit);
    }
}

/// <summary>
/// A dial on the crank: turned with it past a ring, or in the bore of a part that sits off and can be tapped; it droops as it hangs.
/// Pushed with the crank along its axis, it shows the float.
/// </summary>
/// <param name="id">Its id.</param>
/// <param name="seed">Its seed.</param>
/// <param name="speed">How many times as fast as a hand the crank is turned.</param>
internal sealed class DialGauge(string id, int seed, double speed = 1) : StandIn(id, seed)
{
    private const double DegPerSecond = 180;
    private const double SitsOffMm = 0.2;
    private const double ShiftMm = 0.012;
    private const double SettlesPerSecond = 8;
    private double _at;
    private double _to;
    private string _sweep = "1";
    private double _droop;
    private double? _up = 0;
    private string _part = "";
    private int _tightened;
    private bool _inBore;
    private double? _push;
    private double _pushed;
    private (double Up, double Right) _off;
    private double _zero;

    public override void Aim(string key, string value)
    {
        switch (key)
        {
            case "crank":
                _to = Number(value);
                break;
            case "sweep":
                (_sweep, _inBore, _push) = (value, false, null);
                break;
            case "droop":
                _droop = Number(value);
                break;
            case "up":
                _up = Number(value) is var up and >= 0 ? up : null;
                break;
            case "bore":
                (_inBore, _push) = (true, null);
                break;
            case "part" when value != _part:
                (_part, _tightened, _off) = (value, 0, Towards(180 * Chance($"part/{value}"), SitsOffMm));
                _zero = -_off.Up;
                break;
            case "tightened" when Number(value) > _tightened:
                // Tightening draws it a little aside.
                _tightened = (int)Number(value);
                Shift(Towards(180 * Chance($"tightened/{_part}/{_tightened}"), ShiftMm));
                break;
            case "tap" when value.Split('@') is [var mm, var deg]:
                Shift(Towards(Number(deg), Math.Clamp(Number(mm), 0, 0.5)));
                break;
            case "push":
                (_push, _inBore) = (Number(value), false);
                break;
        }
    }

    public override IEnumerable<(string Quantity, double Value, string Unit)> Read(double seconds)
    {
        if (_push is { } push)
        {
            _pushed += (push - _pushed) * (1 - Math.Exp(-SettlesPerSecond * speed * seconds));
            yield return ("length", Seen(_pushed, 0.001, 0.005), "mm");
            yield break;
        }

        var left = _to - _at;
        _at += Math.Sign(left) * Math.Min(Math.Abs(left), DegPerSecond * speed * seconds);
        var hang = _up is { } up ? _droop * (1 - Math.Cos(Rad(_at - up))) / 2 : 0;
        yield return ("length", Seen((_inBore ? InBore() : OnRing()) + hang, 0.001, 0.005), "mm");
        yield return ("angle", Math.Round(((_at % 360) + 360) % 360, 1), "deg");
    }

    private static double Rad(double deg) => deg * Math.PI / 180;

    private static (double Up, double Right) Towards(double deg, double mm) => (mm * Math.Cos(Rad(deg)), mm * Math.Sin(Rad(deg)));

    private void Shift((double Up, double Right) by) => _off = (_off.Up + by.Up, _off.Right + by.Right);

    /// <summary>Where the part stands off to, there is more room and the plunger comes out; zeroed at 12 when the part was put
    /// on.</summary>
    private double InBore() =>
        -((_off.Up * Math.Cos(Rad(_at))) + (_off.Right * Math.Sin(Rad(_at)))) + (0.004 * Math.Cos(2 * Rad(_at - 30))) - _zero;

    private double OnRing()
    {
        var off = 0.03 + (0.012 * Chance($"off/{_sweep}"));
        return (off * Math.Cos(Rad(_at - (180 * Chance($"towards/{_sweep}")))))
            + (0.006 * Math.Cos(2 * Rad(_at - (90 * Chance($"oval/{_sweep}")))));
    }
}

/// <summary>A screw tool or press with a load cell and a travel sensor. It draws until the part is home, or is stopped.</summary>
/// <param name="id">Its id.</param>
/// <param name="seed">Its seed.</param>
/// <param name="speed">How many times as fast as a hand.</param>
internal sealed class PressGauge(string id, int seed, double speed) : StandIn(id, seed)
{
    private const double MmPerSecond = 4;

    /// <summary>A short way is gone slowly, s.</summary>
    private const double ShortestPull = 5;
    private const double CockedFactor = 2.4;
    private const double WornFactor = 0.45;

    /// <summary>How far parts of one set differ, either way.</summary>
    private const double PartShare = 0.05;

    private const double SeatStepMm = 0.05;
    private const double SeatedFactor = 1.35;
    private const double SeatStiffness = 25;
    private double _home = 10_000;
    private double _travel = 30;
    private double _engaged = 4;
    private double _x;
    private bool _moving;
    private string _start = "square";
    private string _place = "";

    public override void Aim(string key, string value)
    {
        switch (key)
        {
            case "home":
                _home = Math.Max(1, Number(value));
                break;
            case "travel":
                _travel = Math.Max(1, Number(value));
                break;
            case "engaged":
                _engaged = Math.Max(0, Number(value));
                break;
            case "place":
                _place = value;
                break;
            case "start":
                _start = value;
                break;
            case "draw":
                _moving = value == "1";
                break;
            case "back":
                (_x, _moving) = (0, false);
                break;
        }
    }

    public override IEnumerable<(string Quantity, double Value, string Unit)> Read(double seconds)
    {
        if (_moving)
        {
            // A hand slows down as it meets the seat: the rise is many readings long.
            var step = Math.Min(MmPerSecond, _travel / ShortestPull) * speed * seconds;
            _x += Math.Min(step, Math.Max(0, _travel - _x) + SeatStepMm);
        }

        var own = (_place.Length > 0 ? 1 + (PartShare * Chance(_place)) : 1) * (_start == "worn" ? WornFactor : 1);
        var fit = _home * own * Math.Min(1, (_engaged + _x) / (_engaged + _travel));
        if (_start == "cocked" && _x < _travel / 4)
        {
            fit *= CockedFactor;
        }

        var force = fit;
        if (_x > _travel)
        {
            force = fit + ((_x - _travel) * SeatStiffness * _home / (_engaged + _travel));
            if (force > SeatedFactor * _home)
            {
                _moving = false;
            }
        }

        var pulled = _moving || _x > 0 ? Math.Max(0, Seen(force, 0.015 * force, 10)) : 0;
        yield return ("travel", Seen(_x, 0.002, 0.01), "mm");
        yield return ("force", pulled, "N");
    }
}

/// <summary>A torque wrench that counts degrees. It is pulled until it clicks, or is let go.</summary>
internal sealed class WrenchGauge(string id, int seed, double speed) : StandIn(id, seed)
{
    private const double DegPerSecond = 45;

    /// <summary>Quicker, and fifty lines a second would not draw it.</summary>
    private const double QuickestPull = 2;
    private const double RunDownDeg = 20;
    private const double TightDeg = 60;
    private double _target = 100;
    private double _angle;
    private bool _pulling;
    private bool _clicked;

    public override void Aim(string key, string value)
    {
        switch (key)
        {
            case "target":
                _target = Math.Max(1, Number(value));
                break;
            case "pull":
                _pulling = value == "1" && !_clicked;
                break;
            case "back":
                (_angle, _pulling, _clicked) = (0, false, false);
                break;
        }
    }

    public override IEnumerable<(string Quantity, double Value, string Unit)> Read(double seconds)
    {
        if (_pulling)
        {
            _angle += DegPerSecond * Math.Min(speed, QuickestPull) * seconds;
        }

        var drag = 0.04 * _target;
        var truth = _angle < RunDownDeg ? drag : drag + ((_target - drag) * (_angle - RunDownDeg) / TightDeg);
        if (truth >= _target * 1.005)
        {
            (_pulling, _clicked) = (false, true);
        }

        yield return ("angle", Math.Round(_angle, 1), "deg");
        yield return ("torque", _angle > 0 ? Math.Max(0, Seen(truth, 0.003 * _target, 0.1)) : 0, "N·m");
    }
}
